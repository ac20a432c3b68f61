import type { NewTemplateRow } from '../server/templates/template.ts';
import { field, para, question, template, vessel } from './templateParts.ts';

/** Templates that ask: each recipient answers on a page of their own. */
export const ASKING_TEMPLATES: readonly NewTemplateRow[] = [
  template({
    key: 'ask-day',
    name: 'Choose a day for the survey',
    to: ['owner'],
    subject: [vessel, ': a day for the survey'],
    category: 'Appointment',
    tags: ['asks'],
    after: { followUp: { workingDays: 5, what: 'Which day suits for the survey?' } },
    answers: { workingDays: 6 },
    body: [
      para(
        'We should like to look over ',
        vessel,
        ' at ',
        field('fact.berth'),
        '. It takes about four hours, and the boat should be ashore or dried out.',
      ),
      question('day', 'Which of these days suits you?', {
        kind: 'day',
        days: { from: 8, count: 3, at: '09:30' },
        goesTo: 'date.surveyDay',
      }),
      question('aboard', 'Will you be aboard yourself?', { kind: 'yesNo', required: false }),
      question('berth', 'A picture of how she lies, if you have one', {
        kind: 'files',
        required: false,
        goesTo: 'category.Picture',
      }),
      para('If none of the days will do, say so on the page and we shall offer others.'),
    ],
  }),
  template({
    key: 'ask-terms',
    name: 'Terms of engagement to sign and send back',
    to: ['client'],
    subject: [vessel, ': our terms, for your signature'],
    documents: ['Terms'],
    category: 'Engagement',
    tags: ['asks'],
    after: { followUp: { workingDays: 7, what: 'Signed terms back?' } },
    answers: { workingDays: 15, once: true },
    body: [
      para(
        'Our terms of engagement for ',
        vessel,
        ' are enclosed. Please sign them, and send the signed copy back on the page below: a picture taken with a telephone will do.',
      ),
      question('signed', 'The terms, signed', { kind: 'files', goesTo: 'category.Terms' }),
      question('invoice-to', 'Which name should our invoice be made out to?', { required: false }),
    ],
  }),
  template({
    key: 'ask-share',
    name: 'May we share the report?',
    to: ['owner'],
    subject: [vessel, ': may we share our report?'],
    category: 'Report',
    tags: ['asks'],
    answers: { workingDays: 10 },
    body: [
      para(
        'Your broker and your insurer have asked for a copy of our report on ',
        vessel,
        '. We send it to nobody without your consent.',
      ),
      question('with', 'Whom may we send it to?', {
        kind: 'several',
        options: ['The insurer', 'The broker', 'The yard'],
        required: false,
      }),
      question('consent', 'Your full name, as consent', { kind: 'consent' }),
    ],
  }),
];
