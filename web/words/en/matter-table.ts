/** What is said in matter, table. */
export const say = {
  thereIsNoSuchTable: 'There is no such table on this matter',
  removeRow: (what: number) => `Remove row ${what}`,
  noRowsYet: 'No rows yet.',
  addARow: 'Add a row',
  changedUndo: 'Changed · Undo',
  tryAgain: 'Try again',
  row: 'row',
  pasted: 'Pasted.',
  notUnderstoodAndLeftAs: (what: string, what2: string) =>
    `Not understood, and left as it was: ${what}${what2}.`,
  rowWithText: (row: number, label: string, text: string) => `row ${row}, ${label}: “${text}”`,
  andMore: (what: number) => `; and ${what} more`,
  hadNoColumnOrRow: (counted: string) => `${counted} had no column or row to go to.`,
  cell: 'cell',
};
