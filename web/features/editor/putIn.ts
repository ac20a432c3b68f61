import { Extension } from '@tiptap/core';
import type { Editor, Range } from '@tiptap/core';
import { PluginKey } from '@tiptap/pm/state';
import { ReactRenderer } from '@tiptap/react';
import { Suggestion } from '@tiptap/suggestion';
import { PutInList } from './PutInList.tsx';
import type { PutInHandle, PutInItem, PutInListProps } from './PutInList.tsx';

/** Typed at the start of a word, this sign offers what can be put in. It is on every keyboard and begins no word. */
export const PUT_IN_SIGN = '+';

/** What can be put in for the letters typed, best first. */
export type ItemsFor = (typed: string) => readonly PutInItem[];

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

/** Puts fields, blanks and passages in by typing. */
export const PutIn = Extension.create<PutInOptions, { itemsFor: ItemsFor }>({
  name: 'putIn',
  addOptions: () => ({ onPutIn: () => undefined }),
  addStorage: () => ({ itemsFor: () => [] }),
  addCommands() {
    return {
      offerPutIn: (itemsFor) => () => {
        this.storage.itemsFor = itemsFor;
        return true;
      },
    };
  },
  addProseMirrorPlugins() {
    const { onPutIn } = this.options;
    const { storage } = this;
    return [
      Suggestion<PutInItem>({
        editor: this.editor,
        pluginKey: new PluginKey('putIn'),
        char: PUT_IN_SIGN,
        // Within a word, or after a figure, it is what it is: `+44`, `a+b`.
        allowedPrefixes: [...' (“"‘,.:;–-/'],
        items: ({ query }) => [...storage.itemsFor(query)],
        command: ({ editor, range, props }) => {
          onPutIn(editor, range, props);
        },
        render: () => {
          let list: ReactRenderer<PutInHandle, PutInListProps> | undefined;
          let unmount: (() => void) | undefined;
          return {
            onStart: (props) => {
              list = new ReactRenderer<PutInHandle, PutInListProps>(PutInList, {
                props,
                editor: props.editor,
              });
              unmount = props.mount(list.element);
            },
            onUpdate: (props) => {
              list?.updateProps(props);
            },
            onKeyDown: ({ event }) => list?.ref?.onKeyDown(event) ?? false,
            onExit: () => {
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
