import type { MatterTypeJson } from '../../../contract/matterTypes.ts';

/** What a new matter type begins with. */
export const NEW_TYPE: MatterTypeJson = {
  name: '',
  currency: 'GBP',
  facts: [],
  tables: [],
  roles: [{ key: 'client', label: 'client', plural: 'clients', many: true, required: true }],
  stages: [
    { key: 'open', label: 'Open' },
    { key: 'closed', label: 'Closed', closes: true },
  ],
  keyDates: [],
  calculated: [],
};

/** A key like no other in its list. It is never seen, and never changes with the label. */
export function keyFor(noun: string, list: readonly { readonly key: string }[]): string {
  const taken = new Set(list.map(({ key }) => key));
  let n = list.length + 1;
  while (taken.has(`${noun}${n}`)) n += 1;
  return `${noun}${n}`;
}

/** A key that was never in use before, even by what has been taken out since: templates may still name it. */
export const unusedKey = (noun: string): string => `${noun}-${Date.now().toString(36)}`;

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null;

const PROBLEMS: Readonly<Record<string, (params: Readonly<Record<string, unknown>>) => string>> = {
  nameMissing: () => 'It has no name.',
  labelMissing: () => 'Something has no name yet.',
  keyTwice: (p) => `“${String(p['label'])}” is there twice.`,
  badKey: () => 'Something has a key that cannot be kept.',
  choiceWithoutChoices: (p) => `“${String(p['label'])}” is one of a list that is empty.`,
  noStages: () => 'It needs a stage to begin with.',
  unknownInput: (p) => `“${String(p['label'])}” builds on something that is not there.`,
  unknownTable: (p) => `“${String(p['label'])}” goes through a table that is not there.`,
  columnNotAdded: (p) =>
    `“${String(p['label'])}” adds up “${String(p['column'])}”, which holds neither amounts nor numbers.`,
  unknownColumn: (p) => `“${String(p['label'])}” looks at a column that is not there.`,
  calculatedCircle: (p) => `These build on one another in a circle: ${String(p['path'])}.`,
  tooMany: (p) => `There are more than ${String(p['most'])} of a kind.`,
};

/** What the server found wrong with a matter type, a line each. */
export function typeProblemWords(error: unknown): readonly string[] {
  const data = isObject(error) ? error['data'] : undefined;
  const problems = isObject(data) && Array.isArray(data['problems']) ? data['problems'] : [];
  const words = problems.flatMap((one: unknown) =>
    isObject(one) && isObject(one['params']) ? (PROBLEMS[String(one['code'])]?.(one['params']) ?? []) : [],
  );
  return [...new Set(words)];
}
