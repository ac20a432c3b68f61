import {
  addressCandidates,
  familyKey,
  nameCandidates,
  referenceCandidates,
  runChecks,
} from '../../checks/index.ts';
import type { CheckInput, Elsewhere } from '../../checks/checkInput.ts';
import type { NoteCode } from '../../checks/note.ts';
import type { Contact } from '../../model/contact.ts';
import type { MatterRecord, MatterType } from '../../model/matter.ts';
import { foldName } from '../../model/words.ts';
import { recipientOf } from '../../recipients/recipients.ts';
import {
  checkInputOf,
  directory,
  documentOf,
  matter,
  organisation,
  person,
  surveyType,
} from '../fixtures.ts';
import type { Fault, LabelledSentence, Trade } from './sentence.ts';

/** A matter of a trade with what the practice's other matters hold, as its index would tell. */
interface World {
  readonly record: MatterRecord;
  readonly client: Contact;
  readonly amounts: CheckInput['amounts'];
  /** Other matters of the practice: their reference, what they are about, and whoever is on them. */
  readonly others: readonly { readonly reference: string; readonly names: readonly string[] }[];
}

const people = {
  ines: person('Ines Okafor', { title: 'Ms' }),
  aksel: person('Aksel Lund', { title: 'Mr' }),
  hester: person('Hester Vane', { title: 'Mrs' }),
  tobias: person('Tobias Renn', { title: 'Mr' }),
  mira: person('Mira Dalhousie', { title: 'Ms' }),
  piers: person('Piers Ottway', { title: 'Mr' }),
  ruaridh: person('Ruaridh Craw', { title: 'Mr' }),
};

const recordOf = (
  reference: string,
  title: string,
  parties: readonly Contact[],
  documents: readonly [string, string][],
  change: Partial<MatterRecord> = {},
): MatterRecord => ({
  ...matter,
  reference,
  title,
  parties: parties.map((contact) => ({ role: 'client', contact })),
  documents: documents.map(([name, category]) => documentOf(name, category, '2026-11-20')),
  ...change,
});

const { nameFact: _none, ...unnamed } = surveyType;
const plainType: MatterType = { ...unnamed, facts: [], tables: [], calculated: [] };

const WORLDS: Readonly<Record<Trade, World>> = {
  survey: {
    record: recordOf(
      'SV-2041',
      'Saltmarsh Wren, 14 m motor ketch',
      [people.ines, people.aksel, organisation('Hallam Slip')],
      [
        ['Survey report, draft 3', 'Report'],
        ['Invoice 1187', 'Invoice'],
        ['Keel, close', 'Photos'],
      ],
    ),
    client: people.ines,
    amounts: [
      { label: 'Fee', text: '£1,070.00' },
      { label: 'Tax', text: '£214.00' },
      { label: 'Payable', text: '£1,284.00' },
      { label: '', text: '£950.00' },
      { label: '', text: '£120.00' },
    ],
    others: [
      { reference: 'SV-2044', names: ['Gilded Tern', 'Hester Vane'] },
      { reference: 'SV-1987', names: ['Amber Plover', 'Celia Marchbank'] },
    ],
  },
  estate: {
    record: recordOf(
      'EST-1',
      'Estate of the late Morris Vane',
      [people.hester],
      [
        ['Will of Morris Vane', 'Will'],
        ['Grant of probate', 'Grant of probate'],
        ['Estate accounts', 'Estate accounts'],
      ],
      { type: plainType, tables: {}, facts: {} },
    ),
    client: people.hester,
    amounts: [
      { label: 'Charges', text: '£2,400.00' },
      { label: 'Legacy', text: '£5,000.00' },
      { label: 'Probate fee', text: '£300.00' },
    ],
    others: [
      { reference: 'EST-4', names: ['Olwen Pryce', 'Celia Marchbank'] },
      { reference: 'EST-12', names: ['Nathaniel Orde'] },
    ],
  },
  accounts: {
    record: recordOf(
      'AC-311',
      'Return of Tobias Renn, 2025–26',
      [people.tobias],
      [
        ['Return 2025-26', 'Return'],
        ['Accounts 2025-26', 'Accounts'],
      ],
      { type: plainType, tables: {}, facts: {} },
    ),
    client: people.tobias,
    amounts: [
      { label: 'Tax due', text: '£4,318.20' },
      { label: 'Fee', text: '£850.00' },
    ],
    others: [{ reference: 'AC-298', names: ['Brackwater Ceramics', 'Petra Sollis'] }],
  },
  planning: {
    record: recordOf(
      'PL-482',
      'Garden house, Fennel Row',
      [people.mira, people.piers],
      [
        ['Drawings, set B', 'Drawings'],
        ['Specification, issue 2', 'Specification'],
      ],
      { type: { ...plainType, currency: 'EUR' }, tables: {}, facts: {} },
    ),
    client: people.mira,
    amounts: [
      { label: 'Fee', text: '€12,000.00' },
      { label: 'Contract sum', text: '€248,500.00' },
    ],
    others: [{ reference: 'PL-479', names: ['Mill Lane extension', 'Odd Mann'] }],
  },
  letting: {
    record: recordOf(
      'TN-88',
      '3 Sailmaker Court',
      [people.ruaridh],
      [
        ['Tenancy agreement, signed', 'Agreement'],
        ['Inventory, March', 'Inventory'],
      ],
      { type: plainType, tables: {}, facts: {} },
    ),
    client: people.ruaridh,
    amounts: [
      { label: 'Rent', text: '£925.00' },
      { label: 'Deposit', text: '£1,065.00' },
    ],
    others: [{ reference: 'TN-91', names: ['14 Quay Row', 'Niamh O’Dowd'] }],
  },
};

const everybody = new Map(Object.values(people).map((one) => [one.name, one]));
const addressOf = (name: string): string => person(name).addresses[0]?.value ?? '';

/** What the practice's index answers for a text's candidates. */
function elsewhereOf(text: string, { record, others }: World): readonly Elsewhere[] {
  const names = nameCandidates(text, { anyCase: true });
  const references = referenceCandidates(text);
  const addresses = new Set(addressCandidates(text).map((one) => one.toLowerCase()));
  const own = new Set(record.parties.flatMap(({ contact }) => keysOf(contact.name)));
  return others.flatMap((other): readonly Elsewhere[] => {
    const matterReference = other.reference;
    const named = other.names.flatMap((name): readonly Elsewhere[] => {
      const isSubject = name === other.names[0];
      const words = keysOf(name).flatMap((key) => (own.has(key) ? [] : (names.get(key) ?? [])));
      const address = addressOf(name);
      const mailed = addresses.has(address)
        ? [{ words: address, kind: 'address' as const, matterReference }]
        : [];
      return [
        ...words.map((one) => ({ words: one, kind: 'name' as const, matterReference, isSubject })),
        ...mailed,
      ];
    });
    const written = references.get(matterReference);
    return written === undefined ? named : [{ words: written, kind: 'reference', matterReference }, ...named];
  });
}

/** What a name is indexed by: itself, and where it is a person's the family name. */
const keysOf = (name: string): readonly string[] => [foldName(name), familyKey(name.split(' ').at(-1) ?? '')];

/** A message that has this sentence for its text. */
function inputOf({ trade, text, to }: LabelledSentence): CheckInput {
  const world = WORLDS[trade];
  const addressed = to?.flatMap((name) => everybody.get(name) ?? []) ?? [world.client];
  return checkInputOf({
    subject: world.record.title,
    lines: [{ block: 0, text }],
    recipients: {
      to: addressed.flatMap((contact) => recipientOf(contact, world.record) ?? []),
      cc: [],
      bcc: [],
    },
    contacts: directory(...addressed),
    record: world.record,
    amounts: world.amounts,
    elsewhere: elsewhereOf(text, world),
  });
}

const FAULT_OF: Readonly<Partial<Record<NoteCode, Fault>>> = {
  amountDiffers: 'amount',
  noSuchDay: 'noSuchDay',
  weekdayDisagrees: 'weekday',
  dayInPast: 'past',
  dayClosed: 'closed',
  noneEnclosed: 'enclosure',
  spokenNotEnclosed: 'enclosure',
  otherMatterReference: 'otherMatter',
  otherMatterName: 'otherMatter',
  otherMatterAddress: 'otherMatter',
  greetingNamesOther: 'greeting',
  greetingLeavesOut: 'greeting',
  greetsMore: 'greeting',
  gapLeft: 'gap',
  codeLeft: 'gap',
};

/** What the checks say of a sentence, and which of it is right. */
export interface SentenceScore {
  readonly right: number;
  readonly wrong: number;
  readonly missed: number;
  readonly precision: number;
  readonly recall: number;
  /** Sentences with what was said wrongly of them (`+`) or not said (`-`). */
  readonly mistakes: readonly string[];
}

export function scoreSentences(sentences: readonly LabelledSentence[]): SentenceScore {
  const each = sentences.map((sentence) => {
    const said = new Set(runChecks(inputOf(sentence)).map(({ code }) => FAULT_OF[code] ?? code));
    const wanted = new Set<string>(sentence.faults);
    const right = [...wanted].filter((fault) => said.has(fault as Fault)).length;
    const wrong = [...said].filter((fault) => !wanted.has(fault));
    const missed = [...wanted].filter((fault) => !said.has(fault as Fault));
    const marks = [...wrong.map((fault) => `+${fault}`), ...missed.map((fault) => `-${fault}`)];
    return { right, wrong: wrong.length, missed: missed.length, marks, text: sentence.text };
  });
  const sum = (of: (one: (typeof each)[number]) => number): number =>
    each.reduce((total, one) => total + of(one), 0);
  const [right, wrong, missed] = [sum((o) => o.right), sum((o) => o.wrong), sum((o) => o.missed)];
  return {
    right,
    wrong,
    missed,
    precision: right / (right + wrong),
    recall: right / (right + missed),
    mistakes: each.flatMap(({ marks, text }) => (marks.length > 0 ? [`${marks.join(' ')}  ${text}`] : [])),
  };
}
