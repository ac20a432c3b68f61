import { Mark } from '@tiptap/core';

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
    return ['span', { 'data-value': '', title: `From the matter: ${label} (“${original}”)` }, 0];
  },
});
