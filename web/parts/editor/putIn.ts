import { Extension } from '@tiptap/core';
import type { Editor, Range } from '@tiptap/core';
import { PluginKey } from '@tiptap/pm/state';
import { ReactRenderer } from '@tiptap/react';
import { Suggestion } from '@tiptap/suggestion';
import { matchBefore, PUT_IN_SIGN } from './putInMatch.ts';
import { PutInList } from './PutInList.tsx';
import { repeatedOver } from './templateContext.ts';
import type { PutInHandle, PutInItem, PutInListProps } from './PutInList.tsx';

/** What can be put in for the letters typed, best first; `over` is what the place repeats for, where it does. */
export type ItemsFor = (typed: string, over: string | undefined) => readonly PutInItem[];

declare module '@tiptap/core' {
  interface Commands<ReturnType> {
    putIn: {
      /** Says what can be put in from now on. */
      offerPutIn: (itemsFor: ItemsFor) => ReturnType;
    };
  }
}

interface PutInOptions {
  readonly onPutIn: (editor: Editor, range: Range, item: PutInItem) => void;
}

interface PutInStorage {
  itemsFor: ItemsFor;
  /** Offers anew in the list that is open, if one is. */
  renew: (() => void) | undefined;
}

/** Puts fields, blanks and passages in by typing. */
export const PutIn = Extension.create<PutInOptions, PutInStorage>({
  name: 'putIn',
  addOptions: () => ({ onPutIn: () => undefined }),
  addStorage: () => ({ itemsFor: () => [], renew: undefined }),
  addCommands() {
    return {
      offerPutIn: (itemsFor) => () => {
        this.storage.itemsFor = itemsFor;
        this.storage.renew?.();
        return true;
      },
    };
  },
  addProseMirrorPlugins() {
    const { onPutIn } = this.options;
    const { storage, editor: here } = this;
    const itemsFor = (typed: string): PutInItem[] => {
      const { doc, selection } = here.state;
      return [...storage.itemsFor(typed, repeatedOver(doc, selection.from))];
    };
    return [
      Suggestion<PutInItem>({
        editor: this.editor,
        pluginKey: new PluginKey('putIn'),
        char: PUT_IN_SIGN,
        allowSpaces: true,
        findSuggestionMatch: ({ $position }) => matchBefore($position),
        items: ({ query }) => itemsFor(query),
        command: ({ editor, range, props }) => {
          onPutIn(editor, range, props);
        },
        render: () => {
          let list: ReactRenderer<PutInHandle, PutInListProps> | undefined;
          let unmount: (() => void) | undefined;
          let typed = '';
          return {
            onStart: (props) => {
              typed = props.query;
              // What is known of a matter may arrive while the list stands open.
              storage.renew = () => list?.updateProps({ items: itemsFor(typed) });
              list = new ReactRenderer<PutInHandle, PutInListProps>(PutInList, {
                props,
                editor: props.editor,
              });
              unmount = props.mount(list.element);
            },
            onUpdate: (props) => {
              typed = props.query;
              list?.updateProps(props);
            },
            onKeyDown: ({ event }) => list?.ref?.onKeyDown(event) ?? false,
            onExit: () => {
              storage.renew = undefined;
              unmount?.();
              list?.destroy();
              list = undefined;
            },
          };
        },
      }),
    ];
  },
});
