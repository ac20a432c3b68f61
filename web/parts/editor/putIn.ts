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
          let typed = '';
          return {
            onStart: (props) => {
              typed = props.query;
              // What is known of a matter may arrive while the list stands open.
              storage.renew = () => list?.updateProps({ items: [...storage.itemsFor(typed)] });
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
