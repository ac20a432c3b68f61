import type { Role } from '../../access/actor.ts';

const EVERYBODY: readonly Role[] = ['administrator', 'practitioner', 'assistant', 'reader'];
const WORKERS: readonly Role[] = ['administrator', 'practitioner', 'assistant'];
const RELEASERS: readonly Role[] = ['administrator', 'practitioner'];
const ADMINISTRATORS: readonly Role[] = ['administrator'];
/** Nobody is asked who they are. */
const ANYBODY: readonly Role[] = [];

/** What an operation is tried on: something of a restricted matter, of somebody else's, or nothing of either. */
export type Subject =
  | 'matter'
  | 'document'
  | 'entry'
  | 'message'
  | 'discarded'
  | 'followUp'
  | 'incoming'
  | 'filed'
  | 'template'
  | 'export'
  | 'verification'
  | 'search';

/** What is made for the tests, by name; the values stand for placeholders in addresses and bodies. */
export type Made = Readonly<Record<string, string>>;

export interface Expectation {
  readonly who: readonly Role[];
  /** What its address names; whoever may not see that gets 404, whatever their role. */
  readonly on?: Subject;
  /** The rest of the address's parameters, and its query. */
  readonly address?: Readonly<Record<string, string>>;
  readonly query?: string;
  readonly body?: unknown;
}

/** A template's wording that says nothing. */
export const WORDING = {
  recipients: { to: [], cc: [], bcc: [] },
  subject: [],
  body: { type: 'doc', version: 1, content: [{ type: 'paragraph' }] },
  blanks: [],
  documents: [],
  category: 'Letter',
};

/** Who may use each operation of the API, and on what it must be refused to an outsider. */
export const EXPECTED: Readonly<Record<string, Expectation>> = {
  'GET /session': { who: ANYBODY },
  'POST /session': { who: ANYBODY },
  'DELETE /session': { who: ANYBODY },
  'GET /sign-in': { who: ANYBODY },
  'GET /sign-on': { who: ANYBODY },
  'GET /sign-on/answer': { who: ANYBODY },
  'POST /password-links': { who: ANYBODY },
  'GET /password-links/:token': { who: ANYBODY },
  'POST /password-links/:token': { who: ANYBODY },
  'GET /calendars/:file': { who: ANYBODY },

  'GET /people': { who: EVERYBODY },
  'GET /people/:id': { who: EVERYBODY, address: { id: 'person-maud' } },
  'POST /people': { who: ADMINISTRATORS },
  'PATCH /people/:id': { who: ADMINISTRATORS },
  'POST /people/:id/invitation': { who: ADMINISTRATORS, address: { id: 'person-sunniva' } },
  'GET /practice/sign-in': { who: ADMINISTRATORS },
  'PATCH /practice/sign-in': { who: ADMINISTRATORS },
  'GET /profile': { who: EVERYBODY },
  'PATCH /profile': { who: EVERYBODY },
  'POST /profile/password': { who: EVERYBODY },
  'POST /profile/second-factor': { who: EVERYBODY },
  'POST /profile/second-factor/confirmation': { who: EVERYBODY },
  'POST /profile/second-factor/removal': { who: EVERYBODY },
  'GET /profile/sessions': { who: EVERYBODY },
  'DELETE /profile/sessions/:id': { who: EVERYBODY },

  'GET /contacts': { who: EVERYBODY },
  'POST /contacts': { who: WORKERS },
  'GET /contact-duplicates': { who: EVERYBODY },
  'GET /contact-facts': { who: EVERYBODY },
  'PATCH /contact-facts': { who: ADMINISTRATORS, body: { items: [] } },
  'GET /contacts/:id/correspondence': { who: EVERYBODY, address: { id: '{contact}' } },
  'GET /contacts/:id/files': { who: EVERYBODY, address: { id: '{contact}' } },
  'GET /first-steps': { who: ADMINISTRATORS },
  'PATCH /first-steps': { who: ADMINISTRATORS, body: { skipped: [] } },
  'GET /holiday-sets': { who: ADMINISTRATORS },
  'GET /holidays': { who: ADMINISTRATORS, query: 'country=GB' },
  'POST /holidays/read': { who: ADMINISTRATORS },
  'GET /imports': { who: WORKERS },
  'POST /imports': { who: WORKERS },
  'GET /imports/:id': { who: WORKERS, address: { id: 'nowhere' } },
  'PATCH /imports/:id': { who: WORKERS, address: { id: 'nowhere' } },
  'GET /imports/:id/faults': { who: WORKERS, address: { id: 'nowhere' } },
  'POST /imports/:id/run': { who: WORKERS, address: { id: 'nowhere' } },
  'POST /imports/:id/undo': { who: WORKERS, address: { id: 'nowhere' } },
  'POST /contact-export': { who: EVERYBODY },
  'GET /contacts/:id': { who: EVERYBODY, address: { id: '{contact}' } },
  'PATCH /contacts/:id': { who: WORKERS },
  'POST /contacts/:id/merge': { who: WORKERS },
  'POST /contacts/:id/unmerge': { who: WORKERS },
  'GET /recipient-groups': { who: EVERYBODY },
  'POST /recipient-groups': { who: WORKERS },
  'DELETE /recipient-groups/:id': { who: WORKERS },

  'GET /matters': { who: EVERYBODY },
  'GET /matters/:id': { who: EVERYBODY, on: 'matter' },
  'GET /matters/:id/record': { who: EVERYBODY, on: 'matter' },
  'GET /matters/:id/recipients': { who: EVERYBODY, on: 'matter' },
  'GET /matters/:id/correspondence': { who: EVERYBODY, on: 'matter' },
  'GET /matters/:id/documents/:documentId/content': {
    who: EVERYBODY,
    on: 'matter',
    address: { documentId: '{document}' },
  },
  'GET /matters/:id/enclosed-files': { who: EVERYBODY, on: 'matter' },
  'GET /matters/:id/documents-bundle': {
    who: EVERYBODY,
    on: 'matter',
    query: 'ids={document}&as=zip',
  },
  'GET /matters/:id/documents': { who: EVERYBODY, on: 'matter' },
  'POST /matters/:id/documents': { who: WORKERS, on: 'matter' },
  'GET /matters/:id/documents/:documentId/preview': {
    who: EVERYBODY,
    on: 'matter',
    address: { documentId: '{document}' },
  },
  'GET /matters/:id/documents/:documentId/comparison': {
    who: EVERYBODY,
    on: 'matter',
    address: { documentId: '{document}' },
  },
  'DELETE /matters/:id/documents/:documentId': {
    who: WORKERS,
    on: 'matter',
    address: { documentId: '{document}' },
  },
  'PATCH /matters/:id/documents/:documentId': {
    who: WORKERS,
    on: 'matter',
    address: { documentId: '{document}' },
    body: { line: 'What it is.' },
  },
  'GET /matters/:id/shelf': { who: EVERYBODY, on: 'matter' },
  'GET /matters/:id/shelf/:templateId': {
    who: EVERYBODY,
    on: 'matter',
    address: { templateId: '{sharedTemplate}' },
  },
  'POST /messages': { who: WORKERS, body: {} },
  'POST /matters/:id/messages': { who: WORKERS, on: 'matter', body: {} },
  'POST /matters/:id/notes': {
    who: WORKERS,
    on: 'matter',
    body: { category: 'Call', subject: 'They rang', text: 'At noon.' },
  },
  'POST /matters/:id/mail-files': { who: WORKERS, on: 'matter' },
  'POST /matters': { who: WORKERS },
  'POST /entries-in-need': { who: ADMINISTRATORS, body: { reference: 'SV-2041', why: 'She is ill.' } },
  'PATCH /matters/:id': { who: WORKERS, on: 'matter', body: { revision: 999, title: 'Another' } },
  'POST /matters/:id/follow-ups': {
    who: WORKERS,
    on: 'matter',
    body: { what: 'Ring the yard', dueOn: '2027-01-04' },
  },
  'PATCH /follow-ups/:id': { who: WORKERS, on: 'followUp', body: { done: false } },
  'GET /matter-types': { who: EVERYBODY },
  'POST /matter-types': { who: ADMINISTRATORS },
  'PATCH /matter-types/:id': { who: ADMINISTRATORS },
  'POST /matter-types/:id/impact': { who: EVERYBODY },

  'GET /correspondence': { who: EVERYBODY },
  'GET /correspondence/:id': { who: EVERYBODY, on: 'entry' },
  'GET /correspondence/:id/raw': { who: EVERYBODY, on: 'entry' },
  'GET /correspondence/:id/attachments/:index': { who: EVERYBODY, on: 'entry', address: { index: '0' } },
  'POST /correspondence/:id/move': { who: WORKERS, on: 'entry', body: { matterId: '{openMatter}' } },
  'GET /saved-searches': { who: EVERYBODY },
  'POST /saved-searches': { who: EVERYBODY },
  'DELETE /saved-searches/:id': { who: EVERYBODY, on: 'search' },
  'POST /exports': { who: EVERYBODY },
  'GET /exports/:id': { who: EVERYBODY, on: 'export' },
  'GET /exports/:id/file': { who: EVERYBODY, on: 'export' },
  'DELETE /exports/:id': { who: EVERYBODY, on: 'export' },

  'GET /templates': { who: EVERYBODY },
  'GET /template-shelves': { who: EVERYBODY },
  'GET /template-fields': { who: EVERYBODY },
  'POST /templates': { who: WORKERS },
  'GET /templates/:id': { who: EVERYBODY, on: 'template' },
  'PATCH /templates/:id': { who: WORKERS, on: 'template', body: { baseVersionId: 'none', name: 'Another' } },
  'POST /templates/:id/standing': { who: WORKERS, on: 'template', body: { standing: 'private' } },
  'GET /templates/:id/compare': { who: EVERYBODY, on: 'template', query: 'from={version}&to={version}' },
  'POST /templates/:id/versions/:versionId/restore': {
    who: WORKERS,
    on: 'template',
    address: { versionId: '{version}' },
  },
  'GET /templates/:id/readiness': { who: EVERYBODY, on: 'template' },
  'POST /templates/:id/impact': { who: EVERYBODY, on: 'template', body: WORDING },
  'GET /templates/:id/file': { who: EVERYBODY, on: 'template', query: 'matterId={openMatter}&format=html' },
  'POST /template-drafts/preview': { who: EVERYBODY },
  'POST /template-drafts/letter': { who: EVERYBODY },
  'GET /passages': { who: EVERYBODY },
  'POST /passages': { who: WORKERS },
  'GET /passages/:id': { who: EVERYBODY, address: { id: '{passage}' } },
  'PATCH /passages/:id': { who: WORKERS },
  'POST /passages/:id/versions/:versionId/restore': { who: WORKERS },
  'DELETE /passages/:id': { who: WORKERS },
  'GET /signatures': { who: EVERYBODY },
  'PATCH /signatures/:id': { who: WORKERS },
  'POST /pictures': { who: WORKERS },
  'GET /pictures/:id': { who: EVERYBODY },
  'POST /template-files': { who: WORKERS },
  'POST /wording-imports/read': { who: WORKERS },
  'POST /wording-imports': { who: WORKERS },
  'POST /template-packs/make': { who: EVERYBODY },
  'POST /template-packs': { who: WORKERS },
  'POST /template-packs/starter': { who: WORKERS },
  'GET /template-starters': { who: WORKERS },

  'GET /messages/:id': { who: EVERYBODY, on: 'message' },
  'PATCH /messages/:id': { who: WORKERS, on: 'message', body: { copyToSelf: true } },
  'DELETE /messages/:id': { who: WORKERS, on: 'message' },
  'POST /messages/:id/restore': { who: WORKERS, on: 'discarded' },
  'POST /messages/:id/files': { who: WORKERS, on: 'message' },
  'POST /messages/:id/enclosures': {
    who: WORKERS,
    on: 'message',
    body: { kind: 'letter', templateId: 'template-terms-letter' },
  },
  'GET /messages/:id/page': { who: EVERYBODY, on: 'message' },
  'GET /messages/:id/passages': { who: EVERYBODY, on: 'message' },
  'GET /messages/:id/enclosures/:documentId/content': {
    who: EVERYBODY,
    on: 'message',
    address: { documentId: '{document}' },
  },
  'POST /messages/:id/check': { who: EVERYBODY, on: 'message' },
  'POST /messages/:id/send': { who: WORKERS, on: 'message', body: {} },
  'POST /messages/:id/templates': {
    who: WORKERS,
    on: 'message',
    body: { templateId: 'template-report' },
  },
  'POST /messages/:id/test': { who: WORKERS, on: 'message' },
  'POST /messages/:id/reschedule': {
    who: WORKERS,
    on: 'message',
    body: { sendOn: { date: '2027-03-01', hour: 9, minute: 0 } },
  },
  'POST /messages/:id/recall': { who: WORKERS, on: 'message' },
  'POST /messages/:id/decide': { who: WORKERS, on: 'message', body: { decision: 'gone' } },
  'GET /out-tray': { who: EVERYBODY },

  'POST /sets/count': { who: EVERYBODY, body: { where: {} } },
  'GET /sets': { who: EVERYBODY },
  'POST /sets': { who: WORKERS, body: { name: 'All', where: {}, shared: false } },
  'DELETE /sets/:id': { who: WORKERS, address: { id: 'nowhere' } },
  'GET /follow-ups': { who: EVERYBODY },
  'POST /follow-ups': { who: WORKERS },
  'GET /offered-routines': { who: EVERYBODY },
  'GET /figures': { who: EVERYBODY, query: 'from=2026-01-01&until=2026-12-31' },
  'GET /figures/csv': { who: EVERYBODY, query: 'from=2026-01-01&until=2026-12-31&table=weeks' },
  'GET /figures/templates': { who: EVERYBODY, query: 'from=2026-01-01&until=2026-12-31' },
  'GET /figures/templates/:id': {
    who: EVERYBODY,
    address: { id: '{sharedTemplate}' },
    query: 'from=2026-01-01&until=2026-12-31',
  },
  'GET /figures/templates/:id/rewritten': {
    who: WORKERS,
    address: { id: '{sharedTemplate}' },
    query: 'from=2026-01-01&until=2026-12-31&nth=0',
  },
  'GET /offered-values': { who: EVERYBODY },
  'GET /matters/:id/offered-values': { who: EVERYBODY, on: 'matter' },
  'POST /matters/:id/take': {
    who: WORKERS,
    address: { id: 'nowhere' },
    body: { id: 'nowhere', as: 'taken' },
  },
  'GET /messages/:id/answer-pages': { who: EVERYBODY, on: 'message' },
  'POST /messages/:id/answer-pages/:pageId/withdraw': {
    who: WORKERS,
    address: { id: 'nowhere', pageId: 'nowhere' },
    body: {},
  },
  'GET /routines': { who: EVERYBODY },
  'POST /routines': { who: RELEASERS },
  'POST /routines/try': { who: WORKERS },
  'GET /routines/:id': { who: EVERYBODY, address: { id: 'nowhere' } },
  'PATCH /routines/:id': { who: RELEASERS, address: { id: 'nowhere' } },
  'GET /matters/:id/routines': { who: EVERYBODY, on: 'matter' },
  'POST /matters/:id/routines/:routineId': { who: WORKERS, address: { routineId: 'nowhere' } },
  'POST /routine-runs/:id/undo': { who: WORKERS, address: { id: 'nowhere' } },
  'GET /chaser-plans': { who: EVERYBODY },
  'POST /chaser-plans': { who: RELEASERS },
  'PATCH /chaser-plans/:id': { who: RELEASERS, address: { id: 'nowhere' } },
  'GET /chases': { who: EVERYBODY },
  'POST /chases': { who: WORKERS },
  'PATCH /chases/:id': { who: WORKERS, address: { id: 'nowhere' } },
  'GET /rounds': { who: EVERYBODY },
  'POST /rounds': { who: WORKERS },
  'GET /rounds/:id': { who: EVERYBODY, address: { id: 'nowhere' } },
  'GET /rounds/:id/answers': { who: EVERYBODY, address: { id: 'nowhere' } },
  'PATCH /rounds/:id': { who: WORKERS, address: { id: 'nowhere' } },
  'DELETE /rounds/:id': { who: WORKERS, address: { id: 'nowhere' } },
  'GET /rounds/:id/messages': { who: EVERYBODY, address: { id: 'nowhere' } },
  'PATCH /rounds/:id/messages/:messageId': {
    who: WORKERS,
    address: { id: 'nowhere', messageId: 'nowhere' },
  },
  'POST /rounds/:id/send': { who: WORKERS, address: { id: 'nowhere' } },
  'POST /rounds/:id/release': { who: RELEASERS, address: { id: 'nowhere' } },
  'POST /rounds/:id/pause': { who: WORKERS, address: { id: 'nowhere' } },
  'POST /rounds/:id/resume': { who: WORKERS, address: { id: 'nowhere' } },
  'POST /rounds/:id/stop': { who: WORKERS, address: { id: 'nowhere' } },
  'GET /rounds/:id/letters.pdf': { who: EVERYBODY, address: { id: 'nowhere' } },
  'GET /rounds/:id/letters.zip': { who: EVERYBODY, address: { id: 'nowhere' } },
  'GET /rounds/:id/report.csv': { who: EVERYBODY, address: { id: 'nowhere' } },

  'GET /in-tray': { who: EVERYBODY },
  'POST /in-tray/files': { who: WORKERS },
  'POST /in-tray/file': { who: WORKERS },
  'GET /in-tray/:id': { who: EVERYBODY, on: 'incoming' },
  'GET /in-tray/:id/attachments/:index': { who: EVERYBODY, on: 'incoming', address: { index: '0' } },
  'POST /in-tray/:id/file': { who: WORKERS, on: 'incoming', body: { matterIds: ['{openMatter}'] } },
  'POST /in-tray/:id/aside': { who: WORKERS, on: 'incoming' },
  'POST /in-tray/:id/party': {
    who: WORKERS,
    on: 'incoming',
    body: { matterId: '{openMatter}', role: 'broker' },
  },
  'POST /in-tray/:id/matter': {
    who: WORKERS,
    on: 'incoming',
    body: { typeId: 'type-condition-survey', title: 'From a message' },
  },
  'POST /in-tray/:id/back': { who: WORKERS, on: 'filed' },

  'GET /today': { who: EVERYBODY, query: 'whose=all' },
  'GET /calendar': { who: EVERYBODY },
  'POST /calendar': { who: EVERYBODY },
  'DELETE /calendar': { who: EVERYBODY },
  'GET /practice': { who: EVERYBODY },
  'PATCH /practice': { who: ADMINISTRATORS },
  'GET /practice/sending': { who: EVERYBODY },
  'PATCH /practice/sending': { who: ADMINISTRATORS },
  'GET /practice/mail-hosts': { who: ADMINISTRATORS },
  'PATCH /practice/mail-hosts': { who: ADMINISTRATORS },
  'POST /practice/mail-hosts/try': { who: ADMINISTRATORS },
  'GET /practice/mail-lines': { who: ADMINISTRATORS },
  'PATCH /practice/mail-lines': { who: ADMINISTRATORS },
  'POST /practice/mail-lines/try': { who: ADMINISTRATORS },
  'POST /verifications': { who: EVERYBODY },
  'GET /verifications/:id': { who: EVERYBODY, on: 'verification' },
};
