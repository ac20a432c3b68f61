import type { Imported, ImportView } from '../../../contract/moving.ts';
import { writeNumber } from '../dates.ts';
import { plural } from './wording.ts';

const number = (count: number, one: string, many = `${one}s`): string =>
  count === 1 ? `1 ${one}` : `${writeNumber(count)} ${many}`;

const KINDS: Readonly<Record<Imported, string>> = {
  contacts: 'contact',
  matters: 'matter',
  documents: 'document',
  correspondence: 'message',
};

/** What is said of lists that are brought in. */
export const say = {
  import: 'Import',
  whatItIs:
    'Contacts and matters from a list: a CSV or XLSX file with a line each; contacts from vCards too. Every line is tried first; nothing is made until you say so, and all of it can be undone as one.',
  contacts: 'Contacts',
  matters: 'Matters',
  documents: 'Documents',
  correspondence: 'Old correspondence',
  mboxOfMessages:
    'An mbox file, an .eml file or a ZIP of them. Each message is taken in like one that is dropped on the in-tray: it files itself where its matter is sure, and waits in the in-tray otherwise.',
  zipOfDocuments:
    'A ZIP of files. Each goes to the matter whose reference one of its folders holds, or its own name; the folder it lies in becomes its category.',
  whatTheListIsOf: 'What the list is of',
  matterType: 'Matter type',
  chooseAFile: 'Choose a file…',
  listToImport: 'List to import',
  reading: (share: number) => `Sending the file: ${share} %`,
  tryingIt: 'Trying every line…',
  earlierImports: 'Earlier imports',
  file: 'File',
  day: 'Day',
  person: 'Person',
  cameTo: 'What came of it',
  backToImports: 'All imports',
  columns: 'Columns',
  column: 'Column in the file',
  samples: 'What stands in it',
  takenAs: 'Taken as',
  leftOut: 'Left out',
  takenAsOf: (head: string) => `“${head}” is taken as`,
  existing: 'Where it is here already',
  leaveIt: 'Do not change it',
  updateIt: 'Fill in what the list says',
  writtenIn: (encoding: string, separator: string) =>
    encoding === 'vCard'
      ? 'vCards'
      : separator === ''
        ? ''
        : `Text in ${encoding}, with ${SEPARATORS[separator] ?? separator} between`,
  whatIsWrong: 'What is wrong',
  line: 'Line',
  faultsOf: (name: string) => `${name} faults.csv`,
  downloadFaults: 'Download the lines to mend',
  moreFaults: (count: number) => `And ${number(count, 'more', 'more')}. The file has all of them.`,
  run: (what: Imported, count: number) => `Import ${number(count, KINDS[what])}`,
  goOn: 'Go on with it',
  undo: 'Undo this import',
  undone: (undone: number, kept: number) =>
    `${number(undone, 'thing')} taken back.${kept === 0 ? '' : ` ${number(kept, 'stays', 'stay')}, since used or changed meanwhile.`}`,
  progress: (done: number, of: number) => `${writeNumber(done)} of ${number(of, 'line')}`,
  withoutName: (n: number) => `column ${n}`,
};

const SEPARATORS: Readonly<Record<string, string>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
};

/** What an import would come to, or came to. */
export function countsWords({ what, counts, state }: Pick<ImportView, 'what' | 'counts' | 'state'>): string {
  const isDone = state === 'done' || state === 'undone';
  const verb = what === 'correspondence' ? (isDone ? 'taken in' : 'to take in') : isDone ? 'made' : 'to make';
  const { make, update, leave, faults, parties } = counts;
  return [
    `${number(make, KINDS[what])} ${verb}`,
    parties === 0 ? '' : `${number(parties, 'contact')} for their parties`,
    update === 0 ? '' : `${writeNumber(update)} ${isDone ? 'filled in' : 'to fill in'}`,
    leave === 0 ? '' : `${writeNumber(leave)} here already`,
    faults === 0 ? 'nothing wrong' : `${number(faults, 'line')} with faults, left out`,
  ]
    .filter(Boolean)
    .join(' · ');
}

export const stateWords: Readonly<Record<ImportView['state'], string>> = {
  tried: 'tried, not imported yet',
  running: 'running',
  stopped: 'stopped half-way',
  done: 'imported',
  undone: 'undone',
};

/** What came of an import, in a line. */
export const outcomeWords = (state: ImportView['state'], made: number, updated: number): string =>
  [
    stateWords[state],
    made === 0 ? '' : plural(made, 'thing made', 'things made'),
    updated === 0 ? '' : `${writeNumber(updated)} filled in`,
  ]
    .filter(Boolean)
    .join(' · ');
