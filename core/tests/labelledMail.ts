import { bareSubject } from '../correspondence/answers.ts';
import type { CandidateMatter, IncomingMail, MailCandidates, MatchFacts } from '../matching/index.ts';
import { asId } from '../model/ids.ts';
import type { MatterId } from '../model/ids.ts';
import { foldName } from '../model/words.ts';
import { chance } from './chance.ts';

const GIVEN =
  'Ada|Bo|Carl|Dina|Edda|Finn|Gro|Hugh|Ines|Jon|Kaja|Leif|Mary|Nils|Ola|Pia|Rhys|Siri|Tom|Una'.split('|');
const FAMILY =
  'Adair|Brae|Craw|Drury|Egge|Ferrier|Garth|Hale|Innes|Jarl|Kell|Lund|Mowat|Ness|Okafor|Price|Renn|Skar|Torsen|Vane'.split(
    '|',
  );
const FIRST =
  'Amber|Silver|Quiet|Morning|Gilded|Northern|Harrow|Old|Windrush|Salt|Grey|Scarlet|Tidal|Merry|Lonely|Bright|Hollow|Winter|Summer|Iron'.split(
    '|',
  );
const SECOND =
  'Tern|Plover|Heron|Curlew|Thrift|Lass|Maid|Light|Dunlin|Godwit|Petrel|Sanderling|Marram|Kestrel|Wren|Osprey|Skua|Gannet|Fulmar|Knot'.split(
    '|',
  );
const SUBJECTS = [
  'your survey report',
  'when we come aboard',
  'the invoice for our attendance',
  'what the yard has found',
  'terms of engagement',
  'cover during the works',
];
const WORDS = [
  'Thank you for your letter. We agree to what you propose and shall be there.',
  'Could you tell us when we may expect to hear from you? The buyers are asking.',
  'The yard has sent its figures, which you find enclosed; please say what you make of them.',
  'We have had no answer so far and would be glad of one before the weekend.',
];

export interface LabelledMatter {
  readonly id: MatterId;
  readonly reference: string;
  readonly vessel: string;
  readonly open: boolean;
  readonly token: string;
  readonly parties: readonly { readonly name: string; readonly address: string; readonly role: string }[];
  /** What we sent on it: a conversation each. */
  readonly sent: readonly {
    readonly messageId: string;
    readonly subject: string;
    readonly to: string;
    readonly atUtc: number;
  }[];
}

export interface LabelledPractice {
  readonly matters: readonly LabelledMatter[];
  readonly own: ReadonlySet<string>;
}

export const OUR_ADDRESS = 'office@practice.example';
/** 2026-11-24T09:00Z. */
const NOW = 1_795_510_800_000;
const DAY = 86_400_000;

/** A made-up practice: owners of one to three matters, namesakes, brokers and insurers on many. */
export function labelledPractice(seed: number, count: number): LabelledPractice {
  const { pick, next, between } = chance(seed);
  const name = (): string => `${pick(GIVEN)} ${pick(FAMILY)}`;
  const mailbox = (who: string, n: number): string =>
    `${foldName(who).replaceAll(' ', '.')}.${n}@mail.example`;
  const many = (role: string, n: number) =>
    Array.from({ length: n }, (_, k) => ({ name: name(), address: `${role}.${k}@${role}s.example`, role }));
  const brokers = many('broker', Math.ceil(count / 80));
  const insurers = many('insurer', Math.ceil(count / 400) + 2);
  let owner = { name: 'Ada Adair', address: mailbox('Ada Adair', 0), role: 'owner' };
  const matters = Array.from({ length: count }, (_, n): LabelledMatter => {
    if (next() < 0.7) {
      const who = name();
      owner = { name: who, address: mailbox(who, n), role: 'owner' };
    }
    const vessel = `${pick(FIRST)} ${pick(SECOND)}${next() < 0.7 ? ` of ${pick(FAMILY)}` : ''}`;
    const parties = [
      owner,
      ...(next() < 0.7 ? [pick(brokers)] : []),
      ...(next() < 0.5 ? [pick(insurers)] : []),
    ];
    const age = between(5, 500);
    const sent = Array.from({ length: between(1, 3) }, (_unused, k) => ({
      messageId: `<sent.${n}.${k}@practice.example>`,
      subject: next() < 0.8 ? `${vessel}: ${pick(SUBJECTS)}` : `Our letter: ${pick(SUBJECTS)}`,
      to: pick(parties).address,
      atUtc: NOW - (age + k * 3) * DAY,
    }));
    return {
      id: asId<MatterId>(`labelled-${n}`),
      reference: `LM-${10_000 + n}`,
      vessel,
      open: age < 400 || next() < 0.3,
      token: n.toString(16).padStart(18, '0'),
      parties,
      sent,
    };
  });
  return { matters, own: new Set([OUR_ADDRESS]) };
}

export interface LabelledMail {
  readonly kind: string;
  readonly mail: IncomingMail;
  /** Where it belongs; undefined where to none. */
  readonly matterId: MatterId | undefined;
  /** Whether a person who knows the practice could tell without asking. */
  readonly fileable: boolean;
}

type Luck = ReturnType<typeof chance>;
type Writing = Partial<IncomingMail>;

interface Kind {
  readonly kind: string;
  /** How often it comes, among the others. */
  readonly share: number;
  readonly fileable: boolean;
  readonly belongs: boolean;
  readonly write: (matter: LabelledMatter, luck: Luck, practice: LabelledPractice) => Writing | undefined;
}

const person = ({ name, address }: LabelledMatter['parties'][number]) => ({ name, address });
const words = ({ pick }: Luck): string => pick(WORDS);
const ownerOf = ({ parties }: LabelledMatter) => person(parties[0] ?? { name: '', address: '', role: '' });
const brokerOf = ({ parties }: LabelledMatter) => parties.find(({ role }) => role === 'broker');
const stranger = ({ pick, between }: Luck) => ({
  name: `${pick(GIVEN)} ${pick(FAMILY)}`,
  address: `someone.${between(1, 1e6)}@elsewhere.example`,
});
const lastSent = ({ sent }: LabelledMatter) => sent[0];
const quote = (matter: LabelledMatter): string =>
  `\n\nOn Tue, 3 Nov 2026 at 10:00, Maud wrote:\n> Our reference ${matter.reference}\n> Here is what we found on ${matter.vessel}.`;

const KINDS: readonly Kind[] = [
  {
    kind: 'answer with its thread',
    share: 34,
    fileable: true,
    belongs: true,
    write: (matter, luck) => {
      const sent = luck.pick(matter.sent);
      const from = matter.parties.find(({ address }) => address === sent.to);
      return {
        from: from && person(from),
        subject: `Re: ${sent.subject}`,
        references: [sent.messageId],
        text: words(luck),
      } as Writing;
    },
  },
  {
    kind: 'answer whose thread was dropped',
    share: 10,
    fileable: true,
    belongs: true,
    write: (matter, luck) => {
      const sent = luck.pick(matter.sent);
      const from = matter.parties.find(({ address }) => address === sent.to);
      if (!from || !sent.subject.includes(matter.vessel)) return undefined;
      return { from: person(from), subject: `SV: ${sent.subject}`, text: words(luck) + quote(matter) };
    },
  },
  {
    kind: 'owner with the reference',
    share: 10,
    fileable: true,
    belongs: true,
    write: (matter, luck) => ({
      from: ownerOf(matter),
      subject: 'A question',
      text: `${words(luck)}\nYour reference is ${matter.reference}.`,
    }),
  },
  {
    kind: 'owner naming the vessel',
    share: 12,
    fileable: true,
    belongs: true,
    write: (matter, luck) => ({
      from: ownerOf(matter),
      subject: `${matter.vessel} and the mooring`,
      text: words(luck),
    }),
  },
  {
    kind: 'owner without a hint',
    share: 4,
    fileable: false,
    belongs: true,
    write: (matter, luck) => ({ from: ownerOf(matter), subject: 'Next week', text: words(luck) }),
  },
  {
    kind: 'broker naming the vessel',
    share: 8,
    fileable: true,
    belongs: true,
    write: (matter, luck) => {
      const broker = brokerOf(matter);
      return broker && { from: person(broker), subject: `${matter.vessel}, again`, text: words(luck) };
    },
  },
  {
    kind: 'broker without a hint',
    share: 2,
    fileable: false,
    belongs: true,
    write: (matter, luck) => {
      const broker = brokerOf(matter);
      return broker && { from: person(broker), subject: 'One more thing', text: words(luck) };
    },
  },
  {
    kind: 'chain passed on by a stranger',
    share: 4,
    fileable: false,
    belongs: true,
    write: (matter, luck) => ({
      from: stranger(luck),
      subject: `Fwd: ${lastSent(matter)?.subject ?? ''}`,
      text: `For you.\n\n-----Original Message-----\nFrom: Maud\nOur reference ${matter.reference}\n${words(luck)}`,
    }),
  },
  {
    kind: 'copied to the filing address',
    share: 4,
    fileable: true,
    belongs: true,
    write: (matter, luck) => ({
      from: { name: 'Maud', address: OUR_ADDRESS },
      to: [ownerOf(matter)],
      deliveredTo: [`lm+${matter.token}@file.practice.example`],
      subject: 'From my telephone',
      text: words(luck),
    }),
  },
  {
    kind: 'old thread about another matter',
    share: 2,
    fileable: false,
    belongs: true,
    write: (matter, luck, { matters }) => {
      const other = luck.pick(matters);
      const sent = lastSent(other);
      return sent && other !== matter
        ? {
            from: ownerOf(matter),
            subject: `Re: ${sent.subject}`,
            references: [sent.messageId],
            text: `Another matter: ${matter.reference}. ${words(luck)}`,
          }
        : undefined;
    },
  },
  {
    kind: 'stranger with something new',
    share: 6,
    fileable: false,
    belongs: false,
    write: (_matter, luck) => ({
      from: stranger(luck),
      subject: 'Would you survey a boat for us?',
      text: `${words(luck)} She is called ${luck.pick(FIRST)} Lady.`,
    }),
  },
  {
    kind: 'newsletter that names a vessel',
    share: 4,
    fileable: false,
    belongs: false,
    write: (matter, luck) => ({
      from: { name: 'Harbour News', address: `news.${luck.between(1, 9)}@harbournews.example` },
      subject: `This week in the harbour: ${matter.vessel} sails`,
      text: words(luck),
      automatic: true,
    }),
  },
  {
    kind: 'known owner about something new',
    share: 2,
    fileable: false,
    belongs: false,
    write: (matter, luck) => ({
      from: ownerOf(matter),
      subject: 'Another boat',
      text: `I am buying ${luck.pick(FIRST)} Duchess. ${words(luck)}`,
    }),
  },
];

const TOTAL = KINDS.reduce((sum, { share }) => sum + share, 0);

/** One message of the stream, the same from the same number. */
export function labelledMail(practice: LabelledPractice, n: number): LabelledMail {
  const luck = chance(n * 7919 + 13);
  for (;;) {
    let at = luck.next() * TOTAL;
    const kind = KINDS.find(({ share }) => (at -= share) < 0);
    const matter = luck.pick(practice.matters.filter(({ open }) => open || luck.next() < 0.05));
    const written = kind?.write(matter, luck, practice);
    if (!kind || !written?.from) continue;
    const mail: IncomingMail = {
      from: written.from,
      to: [{ name: 'Office', address: OUR_ADDRESS }],
      cc: [],
      deliveredTo: [],
      subject: '',
      text: '',
      references: [],
      automatic: false,
      sentAtUtc: NOW,
      ...written,
    };
    return { kind: kind.kind, mail, matterId: kind.belongs ? matter.id : undefined, fileable: kind.fileable };
  }
}

/** What a practice knows of a message’s candidates, as its database would say, from memory. */
export function factsIn({ matters }: LabelledPractice) {
  const index = <T>(entries: readonly (readonly [string, T])[]): ReadonlyMap<string, readonly T[]> => {
    const map = new Map<string, T[]>();
    for (const [key, value] of entries) {
      const list = map.get(key);
      if (list) list.push(value);
      else map.set(key, [value]);
    }
    return map;
  };
  const byId = new Map(matters.map((matter) => [matter.id, candidateOf(matter)]));
  const partyOf = index(
    matters.flatMap(({ id, parties }) => parties.map(({ address }) => [address, id] as const)),
  );
  const wroteOn = index(
    matters.flatMap(({ id, sent }) => [...new Set(sent.map(({ to }) => to))].map((to) => [to, id] as const)),
  );
  const byName = index(
    matters.flatMap(({ id, vessel, parties }) =>
      [vessel, ...parties.map(({ name }) => name)].map((name) => [foldName(name), id] as const),
    ),
  );
  const threads = index(
    matters.flatMap(({ id, sent }) => sent.map(({ messageId }) => [messageId, id] as const)),
  );
  const byReference = new Map(matters.map(({ id, reference }) => [reference, id]));
  const byToken = new Map(matters.map(({ id, token }) => [token, id]));
  return (mail: IncomingMail, candidates: MailCandidates): MatchFacts => {
    const of = (map: ReadonlyMap<string, readonly MatterId[]>, keys: readonly string[]) =>
      new Map(keys.flatMap((key) => (map.has(key) ? [[key, map.get(key) ?? []] as const] : [])));
    const addressed = new Set(
      mail.deliveredTo.flatMap((address) => byToken.get(/\+(\w+)@/.exec(address)?.[1] ?? '') ?? []),
    );
    const facts = {
      addressed,
      threads: of(threads, mail.references),
      byReference: new Map(
        candidates.references.flatMap((one) =>
          byReference.has(one) ? [[one, byReference.get(one) as MatterId] as const] : [],
        ),
      ),
      partyOf: of(partyOf, candidates.addresses),
      wroteOn: of(wroteOn, candidates.addresses),
      byName: of(byName, candidates.names),
    };
    const ids = new Set<MatterId>([
      ...addressed,
      ...facts.byReference.values(),
      ...[facts.threads, facts.partyOf, facts.wroteOn].flatMap((map) => [...map.values()].flat()),
      ...[...facts.byName.values()].filter((list) => list.length <= 8).flat(),
    ]);
    return {
      ...facts,
      matters: new Map(
        [...ids].flatMap((id) => (byId.has(id) ? [[id, byId.get(id) as CandidateMatter] as const] : [])),
      ),
    };
  };
}

export const candidateOf = ({ id, reference, open, sent }: LabelledMatter): CandidateMatter => ({
  id,
  reference,
  open,
  lastEntryAtUtc: Math.max(...sent.map(({ atUtc }) => atUtc)),
  subjects: sent.map(({ subject }) => foldName(bareSubject(subject))),
});
