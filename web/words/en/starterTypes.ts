import type { MatterTypeJson } from '../../../contract/matterTypes.ts';

type Fact = MatterTypeJson['facts'][number];
type Role = MatterTypeJson['roles'][number];

const fact = (key: string, label: string, kind: Fact['kind'] = 'text'): Fact => ({ key, label, kind });
const choice = (key: string, label: string, ...labels: readonly string[]): Fact => ({
  key,
  label,
  kind: 'choice',
  choices: labels.map((one, n) => ({ key: `c${n + 1}`, label: one })),
});
const role = (key: string, label: string, plural: string, more: Partial<Role> = {}): Role => ({
  key,
  label,
  plural,
  many: false,
  ...more,
});
const named = (key: string, label: string): { key: string; label: string } => ({ key, label });
const stages = (...labels: readonly string[]): MatterTypeJson['stages'] =>
  labels.map((label, n) => ({
    key: `s${n + 1}`,
    label,
    ...(n === labels.length - 1 ? { closes: true as const } : {}),
  }));

const FEES: MatterTypeJson['tables'][number] = {
  key: 'fees',
  label: 'Fee lines',
  columns: [fact('what', 'What'), fact('amount', 'Amount', 'money')],
};
const FEE: MatterTypeJson['calculated'][number] = {
  key: 'fee',
  label: 'Fee',
  form: { kind: 'total', table: 'fees', column: 'amount' },
};
const days = (
  key: string,
  label: string,
  from: string,
  amount: number,
  unit: 'workingDays' | 'months' | 'years',
): MatterTypeJson['calculated'][number] => ({
  key,
  label,
  form: { kind: 'dateFromDate', from, shift: { amount, unit } },
});

/** Matter types to begin with, for six kinds of work; each is changed as a practice needs it. */
export const STARTER_TYPES: readonly MatterTypeJson[] = [
  {
    name: 'Survey',
    currency: 'GBP',
    reference: 'SU-{nnn}',
    nameFact: 'subject',
    facts: [fact('subject', 'What is surveyed'), fact('place', 'Where it is'), fact('purpose', 'Purpose')],
    tables: [
      {
        key: 'findings',
        label: 'Findings',
        columns: [
          fact('ref', 'No.'),
          fact('item', 'What was found'),
          choice('grade', 'Grade', 'Urgent', 'Soon', 'To note'),
          fact('due', 'Put right by', 'date'),
        ],
      },
      FEES,
    ],
    roles: [
      role('client', 'client', 'Clients', { many: true, required: true }),
      role('owner', 'owner', 'Owners', { many: true }),
      role('insurer', 'insurer', 'Insurers'),
    ],
    stages: stages('Instructed', 'Booked', 'Report in draft', 'Reported', 'Closed'),
    keyDates: [named('surveyDay', 'Survey day')],
    calculated: [days('reportDue', 'Report due', 'date.surveyDay', 5, 'workingDays'), FEE],
  },
  {
    name: 'Estate',
    currency: 'GBP',
    reference: 'ES-{nnn}',
    nameFact: 'deceased',
    facts: [
      fact('deceased', 'Estate of'),
      fact('will', 'There is a will', 'yesNo'),
      fact('value', 'Value of the estate', 'money'),
    ],
    tables: [
      {
        key: 'assets',
        label: 'Assets',
        columns: [fact('what', 'What'), fact('held', 'Held by'), fact('amount', 'Value', 'money')],
      },
      FEES,
    ],
    roles: [
      role('executor', 'executor', 'Executors', { many: true, required: true }),
      role('heir', 'heir', 'Heirs', { many: true }),
      role('bank', 'bank', 'Banks', { many: true }),
    ],
    stages: stages('Opened', 'Assets gathered', 'Applied for', 'Granted', 'Distributed', 'Closed'),
    keyDates: [named('death', 'Date of death'), named('granted', 'Granted on')],
    calculated: [
      {
        key: 'assetsTotal',
        label: 'Assets in all',
        form: { kind: 'total', table: 'assets', column: 'amount' },
      },
      days('accountDue', 'Account due', 'date.death', 12, 'months'),
      FEE,
    ],
  },
  {
    name: 'Claim',
    currency: 'GBP',
    reference: 'CL-{nnn}',
    nameFact: 'subject',
    facts: [
      fact('subject', 'What was damaged'),
      fact('policy', 'Policy number'),
      fact('cause', 'What happened', 'longText'),
      fact('excess', 'Excess', 'money'),
    ],
    tables: [
      {
        key: 'estimates',
        label: 'Estimates',
        columns: [fact('from', 'From'), fact('item', 'For'), fact('amount', 'Amount', 'money')],
      },
      FEES,
    ],
    roles: [
      role('claimant', 'claimant', 'Claimants', { many: true, required: true }),
      role('insurer', 'insurer', 'Insurers', { required: true }),
      role('repairer', 'repairer', 'Repairers', { many: true }),
    ],
    stages: stages('Notified', 'Inspected', 'Estimates in', 'Agreed', 'Closed'),
    keyDates: [named('loss', 'Date of loss'), named('notice', 'Notice given')],
    calculated: [
      {
        key: 'estimatesTotal',
        label: 'Estimates in all',
        form: { kind: 'total', table: 'estimates', column: 'amount' },
      },
      {
        key: 'recoverable',
        label: 'Recoverable',
        form: { kind: 'sum', plus: ['calculated.estimatesTotal'], minus: ['fact.excess'] },
      },
      days('timeLimit', 'Time limit', 'date.loss', 1, 'years'),
    ],
  },
  {
    name: 'Advice',
    currency: 'GBP',
    reference: 'AD-{nnn}',
    nameFact: 'question',
    facts: [
      fact('question', 'What it is about'),
      choice('kind', 'Kind of advice', 'Written', 'In a meeting', 'Standing'),
    ],
    tables: [
      {
        key: 'work',
        label: 'Time spent',
        columns: [fact('day', 'Day', 'date'), fact('what', 'What'), fact('hours', 'Hours', 'number')],
      },
      FEES,
    ],
    roles: [
      role('client', 'client', 'Clients', { many: true, required: true }),
      role('other', 'other side', 'Other sides', { many: true }),
    ],
    stages: stages('Enquired', 'Instructed', 'Advising', 'Advised', 'Closed'),
    keyDates: [named('instructed', 'Instructed on'), named('answerBy', 'Answer by')],
    calculated: [
      { key: 'hours', label: 'Hours in all', form: { kind: 'total', table: 'work', column: 'hours' } },
      FEE,
    ],
  },
  {
    name: 'Licence',
    currency: 'GBP',
    reference: 'LI-{nnn}',
    nameFact: 'licence',
    facts: [
      fact('licence', 'Licence'),
      fact('number', 'Number'),
      choice('for', 'For', 'A new one', 'A renewal', 'A change'),
    ],
    tables: [
      {
        key: 'conditions',
        label: 'Conditions',
        columns: [fact('what', 'Condition'), fact('met', 'Met', 'yesNo'), fact('due', 'By', 'date')],
      },
      FEES,
    ],
    roles: [
      role('applicant', 'applicant', 'Applicants', { many: true, required: true }),
      role('authority', 'authority', 'Authorities'),
    ],
    stages: stages('Preparing', 'Applied for', 'Questions asked', 'Granted', 'Closed'),
    keyDates: [named('expires', 'Expires'), named('applied', 'Applied on')],
    calculated: [
      days('renewFrom', 'Renew from', 'date.expires', -3, 'months'),
      {
        key: 'conditionsOpen',
        label: 'Conditions open',
        form: {
          kind: 'count',
          table: 'conditions',
          when: { path: 'row.met', test: { op: 'is', value: false } },
        },
      },
    ],
  },
  {
    name: 'Care',
    currency: 'GBP',
    reference: 'CA-{nnn}',
    nameFact: 'who',
    facts: [
      fact('who', 'Who is cared for'),
      fact('born', 'Born on', 'date'),
      fact('needs', 'What is needed', 'longText'),
    ],
    tables: [
      {
        key: 'visits',
        label: 'Visits',
        columns: [fact('day', 'Day', 'date'), fact('note', 'Note'), fact('next', 'Next', 'date')],
      },
    ],
    roles: [
      role('person', 'person cared for', 'People cared for', { required: true }),
      role('family', 'family', 'Family', { many: true }),
      role('referrer', 'referrer', 'Referrers'),
    ],
    stages: stages('Referred', 'First visit', 'In care', 'Reviewed', 'Closed'),
    keyDates: [named('referred', 'Referred on'), named('firstVisit', 'First visit')],
    calculated: [days('reviewDue', 'Review due', 'date.firstVisit', 3, 'months')],
  },
];
