import { Mark } from '@tiptap/core';
import { say } from '../../../words/en/matter-sheet.ts';

/** Words that the record put in. Hovering says where from, and what they were; overwriting leaves the mark, so that it shows. */
export const ValueMark = Mark.create({
  name: 'value',
  inclusive: false,
  excludes: '',
  addAttributes() {
    const hidden = (name: string) => ({ [name]: { default: null, rendered: false } });
    return {
      ...hidden('path'),
      ...hidden('format'),
      ...hidden('shift'),
      ...hidden('label'),
      ...hidden('original'),
    };
  },
  parseHTML: () => [],
  renderHTML({ mark }) {
    const { label, original } = mark.attrs as { label: string; original: string };
    return ['span', { 'data-value': '', title: say.fromTheMatter(label, original) }, 0];
  },
});
