import { PACK_FORMAT, PACK_VERSION } from '../../contract/packs.ts';
import type { TemplatePack } from '../../contract/packs.ts';

type Words = string | object;

const field = (path: string, format = 'plain', whenEmpty: object = { kind: 'ask' }): object => ({
  type: 'field',
  attrs: { path, format, shift: null, whenEmpty },
});
const blank = (key: string): object => ({ type: 'blank', attrs: { key } });
const inline = (words: readonly Words[]): { type: string }[] =>
  words.map((word) => (typeof word === 'string' ? { type: 'text', text: word } : word)) as { type: string }[];
const para = (...words: readonly Words[]): object => ({ type: 'paragraph', content: inline(words) });
const link = (id: string): object => ({ type: 'passage', attrs: { id } });
const doc = (content: readonly object[]): TemplatePack['passages'][number]['body'] => ({
  type: 'doc',
  ...{ content },
});

const title = field('matter.title');
const reference = field('matter.reference');

interface Starter {
  readonly id: string;
  readonly name: string;
  readonly folder: string;
  readonly subject: readonly Words[];
  readonly body: readonly object[];
  readonly blanks?: readonly {
    readonly key: string;
    readonly label: string;
    readonly kind?: 'text' | 'longText' | 'date' | 'money';
  }[];
  readonly channel?: TemplatePack['templates'][number]['channel'];
  readonly followUp?: number;
}

/** It says nothing of any trade: the matter's title and reference, who looks after it, and what only a writer knows. */
const starter = ({
  id,
  name,
  folder,
  subject,
  body,
  blanks = [],
  channel = 'email',
  followUp,
}: Starter): TemplatePack['templates'][number] => ({
  id,
  name,
  folder,
  tags: ['starter'],
  channel,
  content: {
    recipients: { to: [{ role: 'client' }], cc: [], bcc: [] },
    subject: inline(subject),
    body: doc(
      channel === 'text'
        ? body
        : [para(field('greeting.formal'), ','), ...body, para('With kind regards,'), { type: 'signature' }],
    ),
    blanks: blanks.map(({ key, label, kind = 'text' }) => ({ key, label, kind, required: true })),
    documents: [],
    category: folder,
    ...(followUp === undefined
      ? {}
      : { after: { followUp: { workingDays: followUp, what: `${name}: answered?` } } }),
  },
});

const passage = (
  id: string,
  name: string,
  ...content: readonly object[]
): TemplatePack['passages'][number] => ({
  id,
  name,
  folder: 'Starter set',
  body: doc(content),
});

/** Twenty templates and twelve passages that suit any practice. */
export const STARTER_PACK: TemplatePack = {
  format: PACK_FORMAT,
  version: PACK_VERSION,
  name: 'Starter set',
  pictures: {},
  passages: [
    passage(
      's-quote',
      'Please quote our reference',
      para('Please quote ', reference, ' whenever you write.'),
    ),
    passage('s-who', 'Who looks after it', para(field('responsible.name'), ' looks after the matter.')),
    passage(
      's-ring',
      'Ring with questions',
      para(
        'Should anything be unclear, please ring ',
        field('responsible.name'),
        field('responsible.phone', 'plain', { kind: 'leaveOut' }),
        '.',
      ),
    ),
    passage('s-thanks', 'Thank you for your letter', para('Thank you for your letter.')),
    passage('s-soon', 'You will hear from us', para('You will hear from us as soon as there is news.')),
    passage('s-enclosed', 'What you asked for is enclosed', para('What you asked for is enclosed.')),
    passage('s-copy', 'A copy for your papers', para('Please keep the copy with your papers.')),
    passage(
      's-sign',
      'Please sign and return',
      para('Please sign one copy and let us have it back; the other is for you.'),
    ),
    passage('s-pay', 'How to pay', para('Please pay within thirty days, quoting ', reference, '.')),
    passage(
      's-paid',
      'If you have paid already',
      para('If you have paid already, please forgive this note.'),
    ),
    passage(
      's-private',
      'Confidential',
      para(
        'This letter is for those it is written to. If it has reached you by mistake, please let us know.',
      ),
    ),
    passage(
      's-kept',
      'Papers are kept',
      para('Our papers are kept for seven years; ask for any of them whenever you like.'),
    ),
  ],
  templates: [
    starter({
      id: 's1',
      name: 'Welcome',
      folder: 'Beginning',
      subject: [title, ': thank you'],
      body: [para('Thank you for coming to us about ', title, '.'), link('s-who'), link('s-quote')],
    }),
    starter({
      id: 's2',
      name: 'Terms to sign',
      folder: 'Beginning',
      subject: [title, ': our terms'],
      body: [para('Our terms for ', title, ' are enclosed.'), link('s-sign')],
      followUp: 7,
    }),
    starter({
      id: 's3',
      name: 'Please send us a paper',
      folder: 'Asking',
      subject: [title, ': a paper we need'],
      body: [
        para('To go on with ', title, ' we need ', blank('paper'), '.'),
        para('Could you send it by ', blank('by'), '?'),
      ],
      blanks: [
        { key: 'paper', label: 'which paper' },
        { key: 'by', label: 'by when', kind: 'date' },
      ],
      followUp: 5,
    }),
    starter({
      id: 's4',
      name: 'A question',
      folder: 'Asking',
      subject: [title, ': a question'],
      body: [para(blank('question'))],
      blanks: [{ key: 'question', label: 'your question', kind: 'longText' }],
      followUp: 5,
    }),
    starter({
      id: 's5',
      name: 'First reminder',
      folder: 'Reminding',
      subject: [title, ': may we remind you'],
      body: [para('We are still waiting for ', blank('what'), '.'), link('s-ring')],
      blanks: [{ key: 'what', label: 'what you wait for' }],
      followUp: 7,
    }),
    starter({
      id: 's6',
      name: 'Second reminder',
      folder: 'Reminding',
      subject: [title, ': a second reminder'],
      body: [
        para(
          'We have written before and are still waiting for ',
          blank('what'),
          '. Without it we cannot go on.',
        ),
      ],
      blanks: [{ key: 'what', label: 'what you wait for' }],
      followUp: 5,
    }),
    starter({
      id: 's7',
      name: 'An appointment',
      folder: 'Meeting',
      subject: [title, ': ', blank('day')],
      body: [
        para(
          'We look forward to seeing you on ',
          blank('day'),
          ' at ',
          blank('time'),
          ', ',
          blank('place'),
          '.',
        ),
      ],
      blanks: [
        { key: 'day', label: 'which day', kind: 'date' },
        { key: 'time', label: 'what time' },
        { key: 'place', label: 'where' },
      ],
    }),
    starter({
      id: 's8',
      name: 'An appointment is moved',
      folder: 'Meeting',
      subject: [title, ': a new day'],
      body: [para('We have to move our meeting. Would ', blank('day'), ' at ', blank('time'), ' suit you?')],
      blanks: [
        { key: 'day', label: 'which day', kind: 'date' },
        { key: 'time', label: 'what time' },
      ],
      followUp: 2,
    }),
    starter({
      id: 's9',
      name: 'After a meeting',
      folder: 'Meeting',
      subject: [title, ': what we said'],
      body: [para('To be sure that we understood one another:'), para(blank('said'))],
      blanks: [{ key: 'said', label: 'what was said', kind: 'longText' }],
    }),
    starter({
      id: 's10',
      name: 'How it stands',
      folder: 'Reporting',
      subject: [title, ': how it stands'],
      body: [
        para('A word on how ', title, ' stands: it is at “', field('matter.stage'), '”.'),
        link('s-soon'),
      ],
    }),
    starter({
      id: 's11',
      name: 'A document for you',
      folder: 'Reporting',
      subject: [title, ': a document for you'],
      body: [link('s-enclosed'), link('s-copy')],
    }),
    starter({
      id: 's12',
      name: 'A date is near',
      folder: 'Reporting',
      subject: [title, ': a date is near'],
      body: [para('Please note ', blank('day'), ': ', blank('what'), '.')],
      blanks: [
        { key: 'day', label: 'which day', kind: 'date' },
        { key: 'what', label: 'what has to be done' },
      ],
    }),
    starter({
      id: 's13',
      name: 'Our invoice',
      folder: 'Money',
      subject: [title, ': our invoice'],
      body: [para('Our invoice for ', blank('amount'), ' is enclosed.'), link('s-pay')],
      blanks: [{ key: 'amount', label: 'the amount', kind: 'money' }],
      followUp: 30,
    }),
    starter({
      id: 's14',
      name: 'An invoice is open',
      folder: 'Money',
      subject: [title, ': our invoice'],
      body: [para('Our invoice for ', blank('amount'), ' may have slipped from sight.'), link('s-paid')],
      blanks: [{ key: 'amount', label: 'the amount', kind: 'money' }],
    }),
    starter({
      id: 's15',
      name: 'What it would cost',
      folder: 'Money',
      subject: [title, ': what it would cost'],
      body: [para('For ', blank('work'), ' we should charge ', blank('amount'), '.')],
      blanks: [
        { key: 'work', label: 'what work' },
        { key: 'amount', label: 'the amount', kind: 'money' },
      ],
    }),
    starter({
      id: 's16',
      name: 'Thank you',
      folder: 'Courtesy',
      subject: [title, ': thank you'],
      body: [link('s-thanks'), link('s-soon')],
    }),
    starter({
      id: 's17',
      name: 'We are late',
      folder: 'Courtesy',
      subject: [title, ': we are late'],
      body: [
        para(
          'You were to hear from us by now, and have not. That is our fault. You will have ',
          blank('what'),
          ' by ',
          blank('day'),
          '.',
        ),
      ],
      blanks: [
        { key: 'what', label: 'what' },
        { key: 'day', label: 'by when', kind: 'date' },
      ],
    }),
    starter({
      id: 's18',
      name: 'Closing the matter',
      folder: 'Closing',
      subject: [title, ': closing our matter'],
      body: [
        para('Everything you asked of us is done, and we are closing ', reference, '.'),
        link('s-kept'),
        link('s-private'),
      ],
    }),
    starter({
      id: 's19',
      name: 'Short word by text message',
      folder: 'Courtesy',
      channel: 'text',
      subject: [],
      body: [para(blank('word'), ' ', field('practice.name'))],
      blanks: [{ key: 'word', label: 'your word' }],
    }),
    starter({
      id: 's20',
      name: 'Letter: please sign and return',
      folder: 'Beginning',
      channel: 'letter',
      subject: [title],
      body: [para('The papers for ', title, ' are enclosed.'), link('s-sign'), link('s-ring')],
    }),
  ],
};
