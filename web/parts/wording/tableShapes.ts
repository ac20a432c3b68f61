const CELL = { type: 'tableCell', content: [{ type: 'paragraph' }] };
const HEAD = { type: 'tableHeader', content: [{ type: 'paragraph' }] };
export const NEW_TABLE = {
  type: 'table',
  content: [
    { type: 'tableRow', content: [HEAD, HEAD, HEAD] },
    { type: 'tableRow', content: [CELL, CELL, CELL] },
  ],
};
export const NEW_COLUMNS = {
  type: 'columns',
  content: [
    { type: 'column', content: [{ type: 'paragraph' }] },
    { type: 'column', content: [{ type: 'paragraph' }] },
  ],
};
