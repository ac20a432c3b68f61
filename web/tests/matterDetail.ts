import type { MatterDetail } from '../../contract/matters.ts';

/** A document of a matter, with what a test changes. */
export const document = (
  change: Partial<MatterDetail['documents'][number]> = {},
): MatterDetail['documents'][number] => ({
  id: 'd1',
  name: 'Survey report',
  fileName: 'Survey report.pdf',
  category: 'Report',
  version: 1,
  mediaType: 'application/pdf',
  sizeBytes: 12_000,
  addedOn: '2026-11-20',
  restricted: false,
  ...change,
});

/** Somebody the matter concerns. */
export const party = (name: string, change: Partial<MatterDetail['parties'][number]> = {}) =>
  ({
    contactId: name,
    name,
    role: 'owner',
    roleLabel: 'owner',
    rolePlural: 'Owners',
    address: `${name}@mail.example`,
    doNotWriteTo: false,
    bounced: false,
    ...change,
  }) as MatterDetail['parties'][number];

/** A matter with a party and a document, and no messages yet. */
export const matter = (change: Partial<MatterDetail> = {}): MatterDetail => ({
  id: 'm1',
  reference: 'SV-2041',
  title: 'Saltmarsh Wren',
  type: 'Condition survey',
  stage: 'Instructed',
  responsible: 'Maud Tidewell',
  restricted: false,
  visibleTo: [],
  note: '',
  formerReferences: [],
  enteredInNeed: [],
  filingAddress: null,
  parties: [party('Ines')],
  values: [],
  linked: [],
  linkedFrom: [],
  documents: [document()],
  drafts: [],
  followUps: [
    {
      id: 'f1',
      what: 'Ring the yard',
      dueOn: '2026-11-25',
      at: null,
      minutes: null,
      place: '',
      person: 'Maud Tidewell',
      personId: 'maud',
      invited: [],
    },
  ],
  counts: { all: 0, out: 0, in: 0, note: 0 },
  correspondence: { items: [], next: null },
  dateline: { today: '2026-11-24', keyDates: [], ticks: [] },
  ...change,
});
