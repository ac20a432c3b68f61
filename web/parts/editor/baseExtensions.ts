import { Extension, Node } from '@tiptap/core';
import { Link } from '@tiptap/extension-link';
import { StarterKit } from '@tiptap/starter-kit';
import { isSafeHref } from '../../../core/template/parseDocument.ts';
import { letterNodes, lineNodes } from './messageNodes.ts';

/** The body: what a letter can hold, and no more. What is pasted is cleaned by it. */
export const bodyBase = [
  StarterKit.configure({
    link: false,
    blockquote: false,
    code: false,
    codeBlock: false,
    horizontalRule: false,
    strike: false,
    trailingNode: false,
    heading: { levels: [1, 2, 3] },
  }),
  Link.configure({
    openOnClick: false,
    autolink: true,
    defaultProtocol: 'https',
    isAllowedUri: (href) => isSafeHref(href) || isSafeHref(`https://${href}`),
  }),
  ...letterNodes,
];

/** One line only: a document of a single paragraph, in which Enter does nothing. */
const LineDocument = Node.create({ name: 'doc', topNode: true, content: 'paragraph' });
const OneLine = Extension.create({
  name: 'oneLine',
  addKeyboardShortcuts: () => ({ Enter: () => true, 'Shift-Enter': () => true }),
});

export const lineBase = [
  StarterKit.configure({
    document: false,
    link: false,
    blockquote: false,
    bold: false,
    italic: false,
    underline: false,
    bulletList: false,
    orderedList: false,
    listItem: false,
    listKeymap: false,
    code: false,
    codeBlock: false,
    hardBreak: false,
    heading: false,
    horizontalRule: false,
    strike: false,
    trailingNode: false,
  }),
  LineDocument,
  OneLine,
  ...lineNodes,
];
