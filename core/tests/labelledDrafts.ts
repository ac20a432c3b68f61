/* eslint-disable max-lines -- a table of drafts */
import { formatDate, weekdayName } from '../dates/formatDate.ts';
import { isWorkingDay } from '../dates/workingDays.ts';
import { addressCandidates, isOneSlipAway, nameCandidates, referenceCandidates } from '../checks/index.ts';
import type { CheckInput, Elsewhere, CheckedEnclosure, FilledValue } from '../checks/checkInput.ts';
import type { NoteCode } from '../checks/note.ts';
import { foldName } from '../model/words.ts';
import { formalGreeting } from '../greetings/greetings.ts';
import type { Contact } from '../model/contact.ts';
import type { MatterRecord } from '../model/matter.ts';
import { formatMoney, money } from '../model/money.ts';
import { addDays } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { recipientOf } from '../recipients/recipients.ts';
import type { Recipient } from '../recipients/recipients.ts';
import {
  aksel,
  calendar,
  checkInputOf,
  day,
  directory,
  documentOf,
  ines,
  matter,
  organisation,
  person,
} from './fixtures.ts';

/** A draft with what the checks should say of it, known because each fault was put in on purpose. */
export interface LabelledDraft {
  readonly seed: number;
  readonly input: CheckInput;
  /** Codes that are right to be raised; empty for a clean draft. */
  readonly expected: ReadonlySet<NoteCode>;
}

/** Mulberry32: small, fast and the same everywhere, so that a failure is told by its seed. */
function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

const TODAY = day('2026-11-24');
const VESSELS = (
  'Gilded Tern|Amber Plover|Kestrel of Sennet|Morning Heron|Blåfugl|Quiet Curlew|Sea Thrift|Étoile du Nord|Petrel Grace|' +
  'Windrush Lass|Corbel Maid|Sanderling|Harrow Light|Old Dunlin|Marram|Silver Godwit'
).split('|');
const PEOPLE =
  'Hester Vane|Odd Mann|Bjørn Ås|Celia Marchbank|Tobias Renn|Zoë Ferrier|Ruaridh Craw|Mira Dalhousie|Piers Ottway|Niamh O’Dowd'.split(
    '|',
  );
const elsewhereMatters = VESSELS.map((vessel, n) => ({
  reference: `SV-${1900 + n * 7}`,
  vessel,
  party: PEOPLE[n % PEOPLE.length] ?? '',
}));
const mailOf = (name: string): string => `${foldName(name).replace(/[^a-z]+/g, '.')}@mail.example`;

const record: MatterRecord = {
  ...matter,
  documents: [
    documentOf('Survey report, draft 2', 'Survey report', '2026-11-19', 2),
    documentOf('Survey report, draft 3', 'Survey report', '2026-11-23', 3),
    documentOf('Invoice 1187', 'Invoice', '2026-11-23'),
    documentOf('Photographs of the keel', 'Photographs', '2026-11-20'),
    documentOf('Notes for the file', 'Notes', '2026-11-21'),
  ],
};
const AMOUNTS = [
  { label: 'Fee', text: '£1,070.00' },
  { label: 'Tax', text: '£214.00' },
  { label: 'Payable', text: '£1,284.00' },
  { label: '', text: '£950.00' },
  { label: '', text: '£120.00' },
];
const yard = record.parties[3]?.contact ?? organisation('Hallam Slip');
const stranger = person('Hester Vane', { title: 'Mrs' });

const PLAIN: readonly string[] = [
  'Thank you for your letter of 12 November 2026.',
  'We inspected Saltmarsh Wren on 19 October 2026, in dry weather.',
  'The keel was attached to the hull with bronze bolts, and its plates had been painted.',
  'Port Sennet was quiet on the day, and the Harbour Master gave us a berth beside Quay Row.',
  'The standing rigging is of stainless wire, renewed by Hallam Slip in the spring.',
  'We have kept our file SV-2041 open until the yard has answered.',
  'Our fee of £1,070.00 is as agreed, and tax of £214.00 is added to it.',
  'Mr Lund was on board, and Ms Okafor joined us at noon.',
  'In all £1,284.00 is payable.',
  'The engine started at once, and ran without smoke for half an hour.',
  'We spoke with the yard on Thursday 19 November 2026, and they agreed.',
  'There is light wear on the cutless bearing; it will serve another season.',
  'The estimate you enclosed with your letter was useful, thank you.',
  'Nothing else needs to be done before she is laid up for the winter.',
  'Moisture readings were taken at forty places and lay between 8 and 12.',
  'Bjarne at the chandlery asked us to send his regards.',
  'The seacocks open and close freely, and the hoses are doubly clipped.',
  'You asked whether the mast step needs attention: in our view it does not.',
  'On 3 March 2026 the surveyor of the day found the same.',
  'The sails were bent on, so that we could see them drawing.',
];
const AHEAD: readonly ((date: string) => string)[] = [
  (date) => `Could you let us have your answer by ${date}?`,
  (date) => `We will visit the yard on ${date}, if that suits you.`,
  (date) => `Please send us the builder’s papers before ${date}.`,
  (date) => `We propose to meet on board on ${date}.`,
  (date) => `Her certificate is due on ${date}.`,
];

/** What people do together: then the practice has to be open. */
const MEETINGS: readonly ((date: string) => string)[] = [
  (date) => `We will visit the yard on ${date}, if that suits you.`,
  (date) => `We propose to meet on board on ${date}.`,
  (date) => `Could we meet at the yard on ${date}?`,
  (date) => `Our surveyor will come aboard on ${date}.`,
];

interface Draft {
  body: string[];
  to: Contact[];
  cc: Contact[];
  strangers: Recipient[];
  greeting: string | undefined;
  enclosures: CheckedEnclosure[];
  values: FilledValue[];
  links: { words: string; href: string }[];
  change: Partial<CheckInput>;
}

type Luck = () => number;
const pick = <T>(luck: Luck, list: readonly T[]): T => {
  const found = list[Math.floor(luck() * list.length)];
  if (found === undefined) throw new Error('nothing to pick from');
  return found;
};
const enclosureOf = (name: string): CheckedEnclosure => {
  const document = record.documents.find((one) => one.name === name);
  if (!document) throw new Error(`no document ${name}`);
  const { id, category, sizeBytes } = document;
  return { id, documentId: id, fileName: `${name}.pdf`, category, sizeBytes };
};

/** A day from today that is worked, or is not. */
function dayAhead(luck: Luck, worked: boolean, direction: 1 | -1 = 1): PlainDate {
  for (let n = 3 + Math.floor(luck() * 40); ; n += 1) {
    const date = addDays(TODAY, n * direction);
    if (isWorkingDay(calendar, date) === worked) return date;
  }
}
const written = (luck: Luck, date: PlainDate): string =>
  formatDate(date, pick(luck, ['long', 'longWeekday', 'dayMonth', 'weekdayDayMonth']));

const valueOf = (change: Partial<FilledValue>): FilledValue => ({
  block: 1,
  path: 'date.surveyDay',
  label: 'Survey day',
  kind: 'date',
  words: '19 October 2026',
  original: '19 October 2026',
  current: '19 October 2026',
  ...change,
});

/** Ways in which a draft goes wrong, each with the code that should be raised. */
const FAULTS: readonly (readonly [code: NoteCode, spoil: (draft: Draft, luck: Luck) => void])[] = [
  [
    'greetingNamesOther',
    (draft, luck) =>
      (draft.greeting = `Dear ${pick(luck, ['Mrs Vane', 'Mr Renn', 'Ms Ferrier', 'Captain Craw'])}`),
  ],
  [
    'greetingLeavesOut',
    (draft, luck) => {
      draft.to = [ines, aksel];
      draft.greeting = pick(luck, ['Dear Ms Okafor', 'Dear Mr Lund', 'Dear Ines', 'Good morning Aksel']);
    },
  ],
  [
    'otherMatterReference',
    (draft, luck) =>
      draft.body.push(
        pick(luck, ['Our reference is ', 'We write under ', 'Please quote ']) +
          pick(luck, elsewhereMatters).reference +
          '.',
      ),
  ],
  [
    'otherMatterName',
    (draft, luck) => {
      const { vessel, party } = pick(luck, elsewhereMatters);
      draft.body.push(
        pick(luck, [
          `We shall look at ${vessel} again in the spring.`,
          `${vessel}’s keel is sound.`,
          `The owner of ${foldName(vessel) === vessel.toLowerCase() ? vessel : vessel.normalize('NFD').replace(/\p{M}/gu, '')} was on board.`,
          `As ${party} told us, the work is done.`,
          `The ${vessel}s came home in May.`,
          `${vessel.toUpperCase()} lies at the same quay.`,
        ]),
      );
    },
  ],
  [
    'otherMatterAddress',
    (draft, luck) => draft.body.push(`You can reach her at ${mailOf(pick(luck, elsewhereMatters).party)}.`),
  ],
  [
    'addressNear',
    (draft, luck) => {
      const right = recipientOf(pick(luck, [ines, aksel]), record)?.address ?? '';
      const at = 1 + Math.floor(luck() * (right.indexOf('@') - 2));
      const wrong = pick(luck, [
        right.slice(0, at) + right.slice(at + 1),
        right.slice(0, at) + 'x' + right.slice(at),
        right.replace('.example', '.exampel'),
      ]);
      draft.strangers.push({ name: '', address: wrong, roles: [] });
      draft.greeting = 'Good morning';
    },
  ],
  [
    'addressUnknown',
    (draft, luck) => {
      draft.strangers.push({
        name: '',
        address: `${pick(luck, ['accounts', 'harbour', 'info'])}@${pick(luck, ['fourways', 'ness-quay', 'old-mole'])}.example`,
        roles: [],
      });
      draft.greeting = 'Good morning';
    },
  ],
  [
    'notOnMatter',
    (draft) => {
      draft.cc.push(stranger);
    },
  ],
  [
    'spokenNotEnclosed',
    (draft, luck) => {
      draft.body.push(
        pick(luck, [
          'The survey report is enclosed.',
          'Please find our invoice attached.',
          'We enclose the photographs.',
          'I attach both photographs and notes.',
        ]),
      );
      draft.enclosures = [];
    },
  ],
  [
    'noneEnclosed',
    (draft, luck) => {
      draft.body.push(
        pick(luck, [
          'Please see the plan attached.',
          'A sketch is enclosed.',
          'We attach the drawing you asked for.',
          'Herewith the papers.',
          'You will find the drawing among the attachments.',
        ]),
      );
      draft.enclosures = [];
    },
  ],
  ['enclosedNotSpoken', (draft) => (draft.enclosures = [enclosureOf('Invoice 1187')])],
  [
    'olderVersion',
    (draft) => {
      draft.body.push('Our survey report is enclosed.');
      draft.enclosures = [enclosureOf('Survey report, draft 2')];
    },
  ],
  [
    'restrictedOutside',
    (draft) => {
      draft.body.push('Our notes are enclosed.');
      draft.enclosures = [{ ...enclosureOf('Notes for the file'), restricted: true }];
    },
  ],
  [
    'enclosedFromElsewhere',
    (draft) => {
      draft.body.push('Our notes are enclosed.');
      draft.enclosures = [{ ...enclosureOf('Notes for the file'), otherMatter: true }];
    },
  ],
  [
    'personUnclear',
    (draft, luck) => {
      const answer = pick(luck, ['ines', 'Okafor', 'hallam', 'somebody', 'the yard man']);
      draft.change = { people: [{ key: 'who', label: 'Contact there', answer }] };
    },
  ],
  [
    'notPrinted',
    (draft) => {
      draft.body.push('Our notes are enclosed.');
      draft.enclosures = [{ ...enclosureOf('Notes for the file'), fileName: 'Notes for the file.xlsx' }];
      const post = {
        kind: 'post',
        label: 'home',
        value: '1 Quay\nPort Sennet',
        preferred: true,
        bounced: false,
      } as const;
      draft.to = [ines];
      draft.change = {
        channel: 'letter',
        contacts: directory({ ...ines, addresses: [post] }),
        recipients: {
          to: [{ name: ines.name, address: post.value, contactId: ines.id, roles: ['client', 'owner'] }],
          cc: [],
          bcc: [],
        },
      };
    },
  ],
  [
    'greetingLanguage',
    (draft, luck) => {
      draft.to = [ines];
      draft.greeting = pick(luck, ['Kjære Ms Okafor', 'Sehr geehrte Ms Okafor', 'Hei Ines']);
      draft.body.push(
        'We were on board on Friday, and you will have the report from us by the end of the week.',
      );
    },
  ],
  [
    'partyLeftOut',
    (draft, luck) => {
      const contact = { ...person(pick(luck, PEOPLE)), addresses: [] };
      const parties = [...record.parties, { role: 'yard', contact }];
      draft.change = { roles: new Set(['yard']), record: { ...record, parties } };
    },
  ],
  [
    'weekdayDisagrees',
    (draft, luck) => {
      const date = dayAhead(luck, true);
      const wrong = weekdayName(addDays(date, 1 + Math.floor(luck() * 5)));
      draft.body.push(
        pick(luck, AHEAD)(`${luck() < 0.5 ? wrong : wrong.slice(0, 3)} ${formatDate(date, 'long')}`),
      );
    },
  ],
  ['dayInPast', (draft, luck) => draft.body.push(pick(luck, AHEAD)(written(luck, dayAhead(luck, true, -1))))],
  ['dayClosed', (draft, luck) => draft.body.push(pick(luck, MEETINGS)(written(luck, dayAhead(luck, false))))],
  [
    'noSuchDay',
    (draft, luck) =>
      draft.body.push(pick(luck, AHEAD)(pick(luck, ['31 April', '30 February 2027', '31 September 2026']))),
  ],
  [
    'amountDiffers',
    (draft, luck) => {
      const wrong = formatMoney(money(100_000 + Math.floor(luck() * 90_000) * 10 + 1, 'GBP'));
      if (luck() < 0.5)
        draft.body.push(
          pick(luck, [
            `The fee of ${wrong} covers travel.`,
            `In all ${wrong} is payable.`,
            `Tax comes to ${wrong}.`,
          ]),
        );
      else {
        draft.body.push(`We ask for ${wrong} in thirty days.`);
        draft.values.push(
          valueOf({
            path: 'calculated.payable',
            label: 'Payable',
            kind: 'money',
            words: wrong,
            original: '£1,284.00',
            current: '£1,284.00',
            block: draft.body.length,
          }),
        );
      }
    },
  ],
  [
    'recordChanged',
    (draft, luck) => {
      const was = formatDate(dayAhead(luck, true, -1), 'long');
      draft.body.push(`She was seen on ${was}.`);
      draft.values.push(
        valueOf({ words: was, original: was, current: '19 October 2019', block: draft.body.length }),
      );
    },
  ],
  [
    'linkDiffers',
    (draft, luck) =>
      draft.links.push(
        pick(luck, [
          { words: 'tidewell-roe.example/papers', href: 'https://elsewhere.example/papers' },
          { words: 'office@tidewell-roe.example', href: 'mailto:maud@tidewell-roe.example' },
          { words: 'https://portsennet.example', href: 'https://port-sennet.example' },
        ]),
      ),
  ],
  [
    'addressChanged',
    (draft) => {
      draft.to = [ines];
      draft.change = {
        recipients: {
          to: [{ name: ines.name, address: 'ines@former.example', contactId: ines.id, roles: ['client'] }],
          cc: [],
          bcc: [],
        },
      };
    },
  ],
  [
    'gapLeft',
    (draft, luck) =>
      draft.body.push(
        pick(luck, [
          'The fee is [to be filled in] in all.',
          'She was seen on ____ at the yard.',
          'The balance is £XX.',
          'We shall be there on [day] in the morning.',
          'Please answer by (date).',
        ]),
      ),
  ],
  [
    'sentBefore',
    (draft) => {
      draft.to = [ines];
      draft.change = {
        sentBefore: new Map([['ines.okafor@mail.example', { template: 'Report with invoice', daysAgo: 3 }]]),
      };
    },
  ],
  ['replyToOutside', (draft) => (draft.change = { replyTo: 'answers@elsewhere.example' })],
  [
    'fixedOutside',
    (draft) => {
      const address = 'copies@elsewhere.example';
      draft.strangers.push({ name: '', address, roles: [] });
      draft.greeting = 'Good morning';
      draft.change = { fixed: new Set([address]), knownHere: new Set([address]) };
    },
  ],
  [
    'greetsMore',
    (draft) => {
      draft.to = [ines];
      draft.greeting = 'Dear both';
    },
  ],
  [
    'answersAllGreetsOne',
    (draft) => {
      draft.to = [ines];
      draft.cc = [aksel];
      draft.greeting = 'Dear Ms Okafor';
      draft.change = { answersAll: true };
    },
  ],
  ['noSubject', (draft) => (draft.change = { subject: '' })],
];

/** Things that look like a fault and are none; a clean draft gets a few of them. */
const DECOYS: readonly ((draft: Draft, luck: Luck) => void)[] = [
  (draft, luck) => draft.body.push(pick(luck, AHEAD)(written(luck, dayAhead(luck, true)))),
  (draft) => draft.body.push('As we wrote on Saturday 14 November 2026, the bilge was dry.'),
  (draft, luck) =>
    draft.body.push(`Thank you for your letter of ${formatDate(dayAhead(luck, false, -1), 'long')}.`),
  (draft) => {
    draft.body.push('Our survey report and invoice are enclosed.');
    draft.enclosures = [enclosureOf('Survey report, draft 3'), enclosureOf('Invoice 1187')];
  },
  (draft) => {
    draft.body.push('As to the invoice, there is no hurry.');
    if (draft.enclosures.length === 0) draft.enclosures = [enclosureOf('Invoice 1187')];
  },
  (draft) =>
    draft.body.push(
      'The anchor is attached to the chain by a swivel, and no plan was enclosed with her papers.',
    ),
  (draft) => draft.body.push('A new halyard costs about £85.00 at the chandlery.'),
  (draft) => draft.links.push({ words: 'our terms', href: 'https://tidewell-roe.example/terms' }),
  (draft) => draft.links.push({ words: 'www.tidewell-roe.example', href: 'https://tidewell-roe.example' }),
  (draft) => draft.values.push(valueOf({ words: 'mid-October', block: 2 })),
  (draft) => draft.body.push('Hallam Slip will send you a sample of the paint.'),
  (draft, luck) => {
    draft.to = [ines];
    draft.greeting = pick(luck, ['Dear Ines', 'Dear Ms Okafor', 'Good afternoon', 'Dear Sir or Madam']);
  },
  (draft) => {
    draft.to = [yard];
    draft.greeting = 'Dear all';
  },
  (draft) => draft.body.push('The old sanderling on the quay is a bird, and so is every tern we saw.'),
  (draft) => draft.body.push('Mann over board drill was done, and silver solder used.'),
  (draft) => draft.body.push('You should have had our answer by 5 November 2026.'),
  (draft) => draft.body.push('The survey on 13 November 2026 went well, and the findings come next.'),
  (draft) => draft.body.push('Nothing is attached to this, and no copy is enclosed.'),
  (draft) => draft.body.push('It is not attached; we will send it once it is signed.'),
  (draft) => draft.body.push('The offer lapsed on 31 October 2026, which was a Saturday.'),
  (draft) => draft.body.push('She will be laid up from Monday 30 November 2026 until Thursday 1 April 2027.'),
  (draft) => draft.body.push('Old paint lies under the new, and morning dew stood on the deck.'),
  (draft) => draft.body.push('The price of paint, £40.00 a tin, is not our affair.'),
  (draft) => draft.body.push('Under the rules of 1 January 2026 a certificate is due every five years.'),
  (draft) => draft.body.push('Both shackles should be attached with care, by a rigger.'),
  (draft) => draft.body.push('The mark AB-12345678 on the engine is its number.'),
];

const SHARE_CLEAN = 0.5;

/** Makes one draft from a seed: clean or with one fault, among sentences that say nothing wrong. */
export function labelledDraft(seed: number): LabelledDraft {
  const luck = chance(seed);
  const draft: Draft = {
    body: [],
    to: pick(luck, [[ines], [ines, aksel], [aksel]]),
    cc: [],
    strangers: [],
    greeting: undefined,
    enclosures: [],
    values: [],
    links: [],
    change: {},
  };
  for (let n = 2 + Math.floor(luck() * 4); n > 0; n -= 1) draft.body.push(pick(luck, PLAIN));
  const clean = luck() < SHARE_CLEAN;
  const expected = new Set<NoteCode>();
  if (clean) for (let n = 1 + Math.floor(luck() * 3); n > 0; n -= 1) pick(luck, DECOYS)(draft, luck);
  else {
    const [code, spoil] = FAULTS[seed % FAULTS.length] ?? pick(luck, FAULTS);
    spoil(draft, luck);
    expected.add(code);
  }
  return { seed, input: inputOf(draft), expected };
}

function inputOf(draft: Draft): CheckInput {
  const greeting = draft.greeting ?? formalGreeting(draft.to);
  const texts = [
    `${greeting},`,
    ...draft.body,
    ...draft.links.map(({ words }) => `See ${words} for more.`),
    'With kind regards,',
  ];
  const lines = texts.map((text, block) => ({ block, text }));
  const known = (people: readonly Contact[]): readonly Recipient[] =>
    people.flatMap((contact) => recipientOf(contact, record) ?? []);
  const words = texts.join('\n');
  return checkInputOf({
    lines,
    recipients: { to: [...known(draft.to), ...draft.strangers], cc: known(draft.cc), bcc: [] },
    contacts: directory(ines, aksel, yard, stranger),
    record,
    enclosures: draft.enclosures,
    elsewhere: elsewhereIn(words),
    values: draft.values,
    links: draft.links.map((link, n) => ({ ...link, block: 1 + draft.body.length + n })),
    amounts: AMOUNTS,
    nearAddresses: nearOf(draft.strangers),
    ...draft.change,
  });
}

/** What the practice's index would say: names and references of other matters among a text's candidates. */
function elsewhereIn(words: string): readonly Elsewhere[] {
  const names = nameCandidates(words);
  const references = referenceCandidates(words);
  const addresses = new Set(addressCandidates(words));
  return elsewhereMatters.flatMap(({ reference, vessel, party }): readonly Elsewhere[] => {
    const found: Elsewhere[] = [];
    const name = names.get(foldName(vessel));
    const who = names.get(foldName(party));
    if (references.has(reference))
      found.push({ words: reference, kind: 'reference', matterReference: reference });
    if (name !== undefined)
      found.push({ words: name, kind: 'name', matterReference: reference, isSubject: true });
    if (who !== undefined) found.push({ words: who, kind: 'name', matterReference: reference });
    if (addresses.has(mailOf(party)))
      found.push({ words: mailOf(party), kind: 'address', matterReference: reference });
    return found;
  });
}

function nearOf(strangers: readonly Recipient[]): CheckInput['nearAddresses'] {
  const known = [ines, aksel].flatMap((contact) => recipientOf(contact, record) ?? []);
  return new Map(
    strangers.flatMap(({ address }) => {
      const near = known.find((one) => isOneSlipAway(one.address, address));
      return near ? [[address, { address: near.address, name: near.name }] as const] : [];
    }),
  );
}

/** How a check did over labelled drafts. Precision: of what it raised, how much was right. Recall: of what it should have. */
export interface CheckScore {
  readonly code: NoteCode;
  readonly right: number;
  readonly wrong: number;
  readonly missed: number;
}

/** Scores every code that was expected or raised. */
export function scoreChecks(
  drafts: readonly LabelledDraft[],
  run: (input: CheckInput) => readonly { readonly code: NoteCode }[],
): readonly CheckScore[] {
  const scores = new Map<NoteCode, { right: number; wrong: number; missed: number }>();
  const scoreOf = (code: NoteCode): { right: number; wrong: number; missed: number } => {
    const score = scores.get(code) ?? { right: 0, wrong: 0, missed: 0 };
    scores.set(code, score);
    return score;
  };
  for (const { input, expected } of drafts) {
    const raised = new Set(run(input).map(({ code }) => code));
    for (const code of raised) scoreOf(code)[expected.has(code) ? 'right' : 'wrong'] += 1;
    for (const code of expected) if (!raised.has(code)) scoreOf(code).missed += 1;
  }
  return [...scores].map(([code, score]) => ({ code, ...score }));
}
