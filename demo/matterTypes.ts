import { asId } from '../core/model/ids.ts';
import type { FactDefinition, MatterType, TableDefinition } from '../core/model/matter.ts';

const fact = (
  key: string,
  label: string,
  kind: FactDefinition['kind'] = 'text',
  choices?: readonly (readonly [string, string])[],
): FactDefinition => ({
  key,
  label,
  kind,
  ...(choices ? { choices: choices.map(([choice, words]) => ({ key: choice, label: words })) } : {}),
});

const labelled = (key: string, label: string) => ({ key, label });
const role = (key: string, label: string, plural: string, many = false) => ({ key, label, plural, many });

const feeLines: TableDefinition = {
  key: 'fees',
  label: 'Fee lines',
  columns: [fact('what', 'What'), fact('amount', 'Amount', 'money')],
};
const vesselFacts = [
  fact('vessel', 'Vessel'),
  fact('kind', 'Kind of vessel'),
  fact('berth', 'Where she lies'),
];
const fee = [
  { key: 'fee', label: 'Fee', form: { kind: 'total', table: 'fees', column: 'amount' } },
  { key: 'tax', label: 'Tax', form: { kind: 'percentage', of: 'calculated.fee', basisPoints: 2000 } },
  {
    key: 'payable',
    label: 'Payable',
    form: { kind: 'sum', plus: ['calculated.fee', 'calculated.tax'], minus: [] },
  },
] as const;

export const conditionSurvey: MatterType = {
  id: asId('type-condition-survey'),
  name: 'Condition survey',
  reference: 'SV-',
  currency: 'GBP',
  nameFact: 'vessel',
  facts: [
    ...vesselFacts,
    fact('purpose', 'Purpose', 'choice', [
      ['INS', 'for insurance'],
      ['OWN', 'for the owners’ own use'],
      ['SALE', 'before sale'],
    ]),
  ],
  tables: [
    {
      key: 'recommendations',
      label: 'Recommendations',
      columns: [
        fact('ref', 'Item'),
        fact('item', 'What was found'),
        fact('grade', 'Grade', 'choice', [
          ['A', 'A'],
          ['B', 'B'],
          ['C', 'C'],
        ]),
        fact('due', 'Close by', 'date'),
        fact('closed', 'Closed', 'yesNo'),
      ],
    },
    feeLines,
  ],
  roles: [
    role('client', 'client', 'Clients'),
    role('owner', 'owner', 'Owners', true),
    role('broker', 'broker', 'Brokers'),
    role('insurer', 'insurer', 'Insurers'),
    role('yard', 'yard', 'Yards'),
  ],
  stages: [
    labelled('instructed', 'Instructed'),
    labelled('booked', 'Survey booked'),
    labelled('drafting', 'Report in draft'),
    labelled('reported', 'Reported'),
    { ...labelled('closed', 'Closed'), closes: true },
  ],
  keyDates: [labelled('surveyDay', 'Survey day')],
  calculated: [
    {
      key: 'reportDue',
      label: 'Report due',
      form: { kind: 'dateFromDate', from: 'date.surveyDay', shift: { amount: 5, unit: 'workingDays' } },
    },
    {
      key: 'nextSurvey',
      label: 'Next survey',
      form: { kind: 'dateFromDate', from: 'date.surveyDay', shift: { amount: 5, unit: 'years' } },
    },
    {
      key: 'openItems',
      label: 'Open items',
      form: {
        kind: 'count',
        table: 'recommendations',
        when: { path: 'row.closed', test: { op: 'is', value: false } },
      },
    },
    ...fee,
  ],
};

export const damageClaim: MatterType = {
  id: asId('type-damage-claim'),
  name: 'Damage claim',
  reference: 'DC-',
  currency: 'GBP',
  nameFact: 'vessel',
  facts: [
    ...vesselFacts,
    fact('policy', 'Policy number'),
    fact('cause', 'What happened'),
    fact('excess', 'Excess', 'money'),
  ],
  tables: [
    {
      key: 'estimates',
      label: 'Repair estimates',
      columns: [fact('yard', 'Yard'), fact('item', 'Item'), fact('amount', 'Amount', 'money')],
    },
    feeLines,
  ],
  roles: [
    role('client', 'underwriter', 'Underwriters'),
    role('owner', 'owner', 'Owners', true),
    role('repairer', 'repairer', 'Repairers'),
    role('adjuster', 'adjuster', 'Adjusters'),
  ],
  stages: [
    labelled('notified', 'Loss notified'),
    labelled('inspected', 'Inspected'),
    labelled('estimates', 'Estimates in'),
    labelled('agreed', 'Repairs agreed'),
    { ...labelled('closed', 'Closed'), closes: true },
  ],
  keyDates: [
    labelled('loss', 'Date of loss'),
    labelled('notice', 'Notice given'),
    labelled('inspection', 'Inspection'),
  ],
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
    {
      key: 'timeLimit',
      label: 'Time limit',
      form: { kind: 'dateFromDate', from: 'date.loss', shift: { amount: 1, unit: 'years' } },
    },
    ...fee,
  ],
};

export const certificateRenewal: MatterType = {
  id: asId('type-certificate-renewal'),
  name: 'Certificate renewal',
  reference: 'CR-',
  currency: 'GBP',
  nameFact: 'vessel',
  facts: [...vesselFacts, fact('certificate', 'Certificate'), fact('number', 'Certificate number')],
  tables: [feeLines],
  roles: [
    role('owner', 'owner', 'Owners', true),
    role('registry', 'registry', 'Registries'),
    role('master', 'master', 'Masters'),
  ],
  stages: [
    labelled('due', 'Coming due'),
    labelled('applied', 'Applied for'),
    labelled('issued', 'Issued'),
    { ...labelled('closed', 'Closed'), closes: true },
  ],
  keyDates: [labelled('expiry', 'Certificate expires')],
  links: [{ key: 'survey', label: 'Survey', typeId: conditionSurvey.id }],
  calculated: [
    {
      key: 'windowOpens',
      label: 'Window opens',
      form: { kind: 'dateFromDate', from: 'date.expiry', shift: { amount: -3, unit: 'months' } },
    },
    {
      key: 'windowCloses',
      label: 'Window closes',
      form: {
        kind: 'dateFromDate',
        from: 'date.expiry',
        shift: { amount: 3, unit: 'months', roll: 'previous' },
      },
    },
    ...fee,
  ],
};

export const prePurchase: MatterType = {
  id: asId('type-pre-purchase'),
  name: 'Pre-purchase survey',
  reference: 'PP-',
  currency: 'GBP',
  nameFact: 'vessel',
  facts: [...vesselFacts, fact('price', 'Price agreed', 'money')],
  tables: [
    {
      key: 'defects',
      label: 'Defects',
      columns: [fact('area', 'Area'), fact('item', 'Finding'), fact('cost', 'Cost to put right', 'money')],
    },
    feeLines,
  ],
  roles: [
    role('owner', 'buyer', 'Buyers', true),
    role('seller', 'seller', 'Sellers'),
    role('broker', 'broker', 'Brokers'),
    role('yard', 'yard', 'Yards'),
  ],
  stages: [
    labelled('enquired', 'Enquired'),
    labelled('booked', 'Inspection booked'),
    labelled('reported', 'Reported'),
    labelled('bargaining', 'Under offer'),
    { ...labelled('closed', 'Closed'), closes: true },
  ],
  keyDates: [labelled('inspection', 'Inspection'), labelled('offerUntil', 'Offer open until')],
  calculated: [
    {
      key: 'costToPutRight',
      label: 'Cost to put right',
      form: { kind: 'total', table: 'defects', column: 'cost' },
    },
    {
      key: 'costShare',
      label: 'Share of the price',
      form: { kind: 'share', part: 'calculated.costToPutRight', whole: 'fact.price', places: 1 },
    },
    ...fee,
  ],
};

export const yardSupervision: MatterType = {
  id: asId('type-yard-supervision'),
  name: 'Yard supervision',
  reference: 'YS-',
  currency: 'GBP',
  nameFact: 'vessel',
  facts: vesselFacts,
  tables: [
    {
      key: 'visits',
      label: 'Visits',
      columns: [fact('day', 'Day', 'date'), fact('hours', 'Hours', 'number'), fact('note', 'Note')],
    },
    {
      key: 'variations',
      label: 'Variations',
      columns: [
        fact('ref', 'No.'),
        fact('item', 'What'),
        fact('amount', 'Amount', 'money'),
        fact('agreed', 'Agreed', 'yesNo'),
      ],
    },
    feeLines,
  ],
  roles: [
    role('owner', 'owner', 'Owners', true),
    role('client', 'client', 'Clients'),
    role('yard', 'yard', 'Yards'),
    role('class', 'classification body', 'Classification bodies'),
  ],
  stages: [
    labelled('agreed', 'Work agreed'),
    labelled('building', 'In the yard'),
    labelled('trials', 'Trials'),
    { ...labelled('closed', 'Closed'), closes: true },
  ],
  keyDates: [labelled('start', 'Start'), labelled('launch', 'Launch day')],
  calculated: [
    { key: 'hours', label: 'Hours in all', form: { kind: 'total', table: 'visits', column: 'hours' } },
    {
      key: 'variationsAgreed',
      label: 'Variations agreed',
      form: {
        kind: 'total',
        table: 'variations',
        column: 'amount',
        when: { path: 'row.agreed', test: { op: 'is', value: true } },
      },
    },
    ...fee,
  ],
};

export const MATTER_TYPES: readonly MatterType[] = [
  conditionSurvey,
  damageClaim,
  certificateRenewal,
  prePurchase,
  yardSupervision,
];
