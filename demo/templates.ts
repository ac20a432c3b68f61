import { asId } from '../core/model/ids.ts';
import type { DateShift } from '../core/model/calculatedForm.ts';
import type { BlankDefinition } from '../core/template/blanks.ts';
import { DOCUMENT_VERSION } from '../core/template/document.ts';
import type { BlockNode, FieldNode, InlineNode, WhenEmpty } from '../core/template/document.ts';
import type { TemplateContent } from '../core/template/template.ts';
import type { ValueFormat } from '../core/values/writeValue.ts';
import type { TemplateVersion } from '../server/repositories/templates.ts';

interface FieldOptions {
  readonly format?: ValueFormat;
  readonly shift?: DateShift;
  readonly whenEmpty?: WhenEmpty;
}

const field = (
  path: string,
  { format = 'plain', shift, whenEmpty = { kind: 'ask' } }: FieldOptions = {},
): FieldNode => ({
  type: 'field',
  attrs: { path, format, shift: shift ?? null, whenEmpty },
});
const blank = (key: string): InlineNode => ({ type: 'blank', attrs: { key } });
type Words = string | InlineNode;
const inline = (words: readonly Words[]): readonly InlineNode[] =>
  words.map((word) => (typeof word === 'string' ? { type: 'text', text: word } : word));
const para = (...words: readonly Words[]): BlockNode => ({ type: 'paragraph', content: inline(words) });
const list = (...items: readonly (readonly Words[])[]): BlockNode => ({
  type: 'bulletList',
  content: items.map((item) => ({ type: 'listItem', content: [para(...item)] })),
});
const lineBreak: InlineNode = { type: 'hardBreak' };

const vessel = field('fact.vessel');
const greeting = para(field('greeting.formal'), ',');
const byTheHour = para(field('greeting.hour'), ',');
const signature: readonly BlockNode[] = [
  para('With kind regards,'),
  para(
    field('sender.name'),
    lineBreak,
    field('sender.position'),
    ', ',
    field('practice.name'),
    lineBreak,
    field('sender.phone', { whenEmpty: { kind: 'leaveOut' } }),
  ),
];

interface TemplateText {
  readonly key: string;
  readonly name: string;
  readonly to: readonly string[];
  readonly cc?: readonly string[];
  readonly subject: readonly Words[];
  readonly opens?: BlockNode;
  readonly body: readonly BlockNode[];
  readonly blanks?: readonly BlankDefinition[];
  readonly documents?: readonly string[];
  readonly category: string;
}

const rules = (roles: readonly string[]) => roles.map((role) => ({ role }));

function template({
  key,
  name,
  to,
  cc = [],
  subject,
  opens = greeting,
  body,
  blanks = [],
  documents = [],
  category,
}: TemplateText): TemplateVersion {
  const content: TemplateContent = {
    recipients: { to: rules(to), cc: rules(cc), bcc: [] },
    subject: inline(subject),
    body: { type: 'doc', version: DOCUMENT_VERSION, content: [opens, ...body, ...signature] },
    blanks,
    documents: documents.map((one) => ({ kind: 'latest', category: one, required: true })),
    category,
  };
  return {
    templateId: asId(`template-${key}`),
    versionId: `template-${key}-1`,
    name,
    channel: 'email',
    standing: 'approved',
    ownerId: null,
    content,
  };
}

const text = (key: string, label: string, help?: string): BlankDefinition => ({
  key,
  label,
  kind: 'text',
  required: true,
  ...(help === undefined ? {} : { help }),
});
const date = (key: string, label: string, path: string, amount: number): BlankDefinition => ({
  key,
  label,
  kind: 'date',
  required: true,
  defaultFrom: { path, shift: { amount, unit: 'workingDays' } },
});

const answerBy = date('answerBy', 'Answer by', 'day.today', 10);

/** Templates of a surveyors' practice, as such a practice would word them. */
export const TEMPLATES: readonly TemplateVersion[] = [
  template({
    key: 'instructions',
    name: 'Instructions received',
    to: ['owner'],
    subject: [vessel, ': thank you for your instructions'],
    category: 'Instruction',
    body: [
      para(
        'Thank you for asking us to act for you with regard to ',
        vessel,
        '. Our reference is ',
        field('matter.reference'),
        '; please quote it whenever you write.',
      ),
      para(
        field('responsible.name'),
        ' will look after the matter and can be reached on ',
        field('responsible.phone', { whenEmpty: { kind: 'words', words: 'our office number' } }),
        '. You will hear from us again as soon as a day is settled.',
      ),
    ],
  }),
  template({
    key: 'terms',
    name: 'Terms of engagement',
    to: ['client'],
    subject: [vessel, ': our terms of engagement'],
    documents: ['Terms'],
    category: 'Engagement',
    blanks: [date('signedBy', 'Signed copy back by', 'day.today', 7)],
    body: [
      para(
        'Our terms of engagement for ',
        vessel,
        ' are enclosed. The fee will be ',
        field('calculated.fee'),
        ' plus tax of ',
        field('calculated.tax'),
        ', ',
        field('calculated.payable'),
        ' in all.',
      ),
      para(
        'Please sign the terms and let us have a copy back by ',
        blank('signedBy'),
        ', so that the day can be kept free for you.',
      ),
    ],
  }),
  template({
    key: 'survey-day',
    name: 'Survey day confirmed',
    to: ['owner'],
    cc: ['yard'],
    subject: [vessel, ': survey on ', field('date.surveyDay', { format: 'weekdayDayMonth' })],
    category: 'Appointment',
    blanks: [text('time', 'time on board', 'As you would say it: 09:30, or low water')],
    body: [
      para(
        'We shall be on board ',
        vessel,
        ' at ',
        field('fact.berth'),
        ' on ',
        field('date.surveyDay', { format: 'longWeekday' }),
        ' at ',
        blank('time'),
        '.',
      ),
      para('So that nothing is missed, would you please see to it that'),
      list(
        ['floorboards can be lifted and lockers are empty,'],
        ['batteries are connected and there is fuel for a short run,'],
        ['the papers, and the last report if there is one, are on board.'],
      ),
      para(
        'The report should be with you by ',
        field('calculated.reportDue', { format: 'weekdayDayMonth' }),
        '.',
      ),
    ],
  }),
  template({
    key: 'report-when',
    name: 'Report: when to expect it',
    to: ['owner'],
    subject: [vessel, ': your report'],
    category: 'Report',
    body: [
      para(
        'The survey of ',
        vessel,
        ' on ',
        field('date.surveyDay', { format: 'long' }),
        ' went well, and the findings are being written up.',
      ),
      para(
        'You will have the report by ',
        field('calculated.reportDue', { format: 'longWeekday' }),
        '. Should anything in it need attention before then, I shall telephone.',
      ),
    ],
  }),
  template({
    key: 'report',
    name: 'Report with invoice',
    to: ['owner'],
    cc: ['broker'],
    subject: [vessel, ': your survey report'],
    documents: ['Survey report', 'Invoice'],
    category: 'Report',
    blanks: [
      text('matters', 'what matters most', 'One sentence an owner would repeat to a friend'),
      answerBy,
    ],
    body: [
      para(
        'Here is our survey report on ',
        vessel,
        ', seen at ',
        field('fact.berth'),
        ' on ',
        field('date.surveyDay', { format: 'longWeekday' }),
        '. In one sentence: ',
        blank('matters'),
        '.',
      ),
      para(
        'There are ',
        field('calculated.openItems', { format: 'words' }),
        ' items open. Those graded A should be closed before she next goes to sea; the report says how.',
      ),
      para(
        'The survey report and our invoice for ',
        field('calculated.payable'),
        ' are enclosed. Please tell me by ',
        blank('answerBy'),
        ' how you wish to go on.',
      ),
    ],
  }),
  template({
    key: 'cover',
    name: 'Cover during the works',
    to: ['insurer'],
    subject: [vessel, ': cover during the works'],
    category: 'Insurance',
    body: [
      para(
        'Our clients ',
        field('party.owner'),
        ' ask us to confirm that ',
        vessel,
        ' lies ashore at ',
        field('fact.berth'),
        ' while the items of our survey are put right.',
      ),
      para(
        'We understand that cover goes on unchanged meanwhile. Would you please confirm this in writing, quoting ',
        field('matter.reference'),
        '?',
      ),
    ],
  }),
  template({
    key: 'lift-out',
    name: 'Yard: access and lift-out',
    to: ['yard'],
    subject: [vessel, ': access and lift-out'],
    opens: byTheHour,
    category: 'Yard',
    blanks: [
      date('liftOut', 'Day of lift-out', 'day.today', 5),
      {
        key: 'mast',
        label: 'Mast',
        kind: 'choice',
        required: true,
        choices: [
          { key: 'in', label: 'with the mast standing' },
          { key: 'out', label: 'with the mast out' },
        ],
      },
    ],
    body: [
      para(
        'We should like ',
        vessel,
        ' lifted on ',
        blank('liftOut'),
        ', ',
        blank('mast'),
        ', and left in the slings for two hours.',
      ),
      para(
        'Could you confirm the slot and the crane rate? The owners, ',
        field('party.owner'),
        ', will be there.',
      ),
    ],
  }),
  template({
    key: 'chaser',
    name: 'Chaser: an answer is outstanding',
    to: ['owner'],
    subject: [vessel, ': may we remind you'],
    category: 'Chaser',
    blanks: [
      text('waitingFor', 'what we wait for', 'the signed terms, your decision on the A items …'),
      answerBy,
    ],
    body: [
      para('We wrote to you about ', vessel, ' and are still waiting for ', blank('waitingFor'), '.'),
      para('Without it we cannot go on. Would you let us have a word by ', blank('answerBy'), '?'),
    ],
  }),
  template({
    key: 'loss',
    name: 'Loss: notice acknowledged',
    to: ['client'],
    cc: ['owner'],
    subject: [
      vessel,
      ': loss of ',
      field('date.loss', { format: 'dayMonth' }),
      ', policy ',
      field('fact.policy'),
    ],
    category: 'Claim',
    body: [
      para(
        'We acknowledge notice of the loss to ',
        vessel,
        ' on ',
        field('date.loss', { format: 'longWeekday' }),
        ': ',
        field('fact.cause'),
        '.',
      ),
      para(
        'Under the policy any claim is to be brought by ',
        field('calculated.timeLimit', { format: 'long' }),
        '. We shall inspect her at ',
        field('fact.berth'),
        ' on ',
        field('date.inspection', { format: 'longWeekday' }),
        ' and report to you at once.',
      ),
    ],
  }),
  template({
    key: 'estimates',
    name: 'Claim: estimates to underwriter',
    to: ['client'],
    cc: ['adjuster'],
    subject: [vessel, ': repair estimates, policy ', field('fact.policy')],
    documents: ['Estimate'],
    category: 'Claim',
    blanks: [{ key: 'view', label: 'your view of them', kind: 'longText', required: true }],
    body: [
      para(
        'The yards’ figures for ',
        vessel,
        ' come to ',
        field('calculated.estimatesTotal'),
        ' in all. Less the excess of ',
        field('fact.excess'),
        ', ',
        field('calculated.recoverable'),
        ' would be recoverable. The estimate is enclosed.',
      ),
      para(blank('view')),
      para('May the repairs be put in hand? Each week ashore costs the owners their season.'),
    ],
  }),
  template({
    key: 'window',
    name: 'Certificate: renewal window',
    to: ['owner'],
    cc: ['master'],
    subject: [
      vessel,
      ': ',
      field('fact.certificate'),
      ' runs out on ',
      field('date.expiry', { format: 'long' }),
    ],
    category: 'Certificate',
    body: [
      para(
        'The ',
        field('fact.certificate'),
        ' of ',
        vessel,
        ' (number ',
        field('fact.number'),
        ') runs out on ',
        field('date.expiry', { format: 'longWeekday' }),
        '.',
      ),
      para(
        'It can be renewed without a gap from ',
        field('calculated.windowOpens', { format: 'long' }),
        ' to ',
        field('calculated.windowCloses', { format: 'long' }),
        '. We suggest a day early in that time, while yards still have room.',
      ),
      para('Shall we apply for you?'),
    ],
  }),
  template({
    key: 'invoice-reminder',
    name: 'Invoice: friendly reminder',
    to: ['owner'],
    subject: [vessel, ': our invoice'],
    documents: ['Invoice'],
    category: 'Invoice',
    body: [
      para(
        'Our invoice for ',
        field('calculated.payable'),
        ' for the work on ',
        vessel,
        ' may have slipped from sight; a copy of the invoice is enclosed.',
      ),
      para(
        'If it is already paid, please forgive this note. If something about it is not clear, I am glad to explain.',
      ),
    ],
  }),
  template({
    key: 'closing',
    name: 'Closing the matter',
    to: ['owner'],
    subject: [vessel, ': closing our matter'],
    category: 'Closing',
    body: [
      para(
        'Everything you asked of us for ',
        vessel,
        ' is now done, and we are closing our matter ',
        field('matter.reference'),
        '. Its papers are kept for seven years; ask for any of them whenever you like.',
      ),
      para('Thank you for your trust. We hope to see her afloat for many years.'),
    ],
  }),
];
