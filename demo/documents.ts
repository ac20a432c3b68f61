import { formatDate } from '../core/dates/formatDate.ts';
import { asId } from '../core/model/ids.ts';
import type { DocumentId } from '../core/model/ids.ts';
import type { MatterType, Row } from '../core/model/matter.ts';
import { formatMoney } from '../core/model/money.ts';
import { addDays } from '../core/model/plainDate.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import type { Value } from '../core/model/value.ts';
import type { StoredDocument } from '../server/matters/matter.ts';
import type { BlobStore } from '../server/platform/blobs/blobStore.ts';
import { makePdf, makePicture } from './files.ts';
import type { DemoMatter } from './generate.ts';
import { certificateRenewal, conditionSurvey, damageClaim } from './matterTypes.ts';
import type { Chance } from './random.ts';

export interface DocumentContext {
  readonly type: MatterType;
  readonly vessel: string;
  readonly reference: string;
  readonly dates: Readonly<Record<string, PlainDate>>;
  readonly tables: Readonly<Record<string, readonly Row[]>>;
  readonly story: DemoMatter['story'];
  readonly openedOn: PlainDate;
  readonly today: PlainDate;
  readonly luck: Chance;
  readonly blobs: BlobStore;
}

/** The documents that a matter of its kind would hold by now. */
export async function documentsFor(context: DocumentContext): Promise<readonly StoredDocument[]> {
  const { type, openedOn, story, today, luck } = context;
  const documents = [
    await pdf(context, 'Terms of engagement', 'Terms', openedOn, [
      'These terms say what we do, what we do not, and what it costs. Work begins when a signed copy is with us.',
    ]),
  ];
  const surveyDay = context.dates['surveyDay'];
  const seen = surveyDay !== undefined && surveyDay < today;
  const told = new Set(story.map(({ step }) => step));
  if (type === conditionSurvey && seen) {
    documents.push(
      await picture(
        context,
        luck.pick(['Keel bolts, port side', 'Chainplate, starboard', 'Stern gland', 'Garboard seam']),
        surveyDay,
      ),
    );
    documents.push(await report(context, surveyDay));
    documents.push(await invoice(context, surveyDay));
  }
  if (type === damageClaim && told.has('loss')) {
    documents.push(await picture(context, 'Damage, as found', addDays(openedOn, 5)));
    documents.push(await estimate(context));
  }
  if (type === certificateRenewal && story.length > 1) documents.push(await invoice(context, openedOn));
  return documents;
}

async function stored(
  context: DocumentContext,
  name: string,
  category: string,
  on: PlainDate,
  bytes: Buffer,
  mediaType: string,
  ending: string,
): Promise<StoredDocument> {
  const addedOn = on > context.today ? context.today : on;
  return {
    id: asId<DocumentId>(context.luck.id()),
    name,
    category,
    version: 1,
    mediaType,
    sizeBytes: bytes.length,
    addedOn,
    fileName: `${name}${ending}`,
    blob: await context.blobs.put(bytes),
  };
}

async function pdf(
  context: DocumentContext,
  name: string,
  category: string,
  on: PlainDate,
  lines: readonly string[],
  rows?: readonly (readonly string[])[],
): Promise<StoredDocument> {
  const heading = `${context.vessel}, reference ${context.reference}. Port Sennet, ${formatDate(on, 'long')}.`;
  const bytes = await makePdf({
    title: name,
    lines: [heading, ...lines],
    day: on,
    ...(rows ? { rows } : {}),
  });
  return stored(context, name, category, on, bytes, 'application/pdf', '.pdf');
}

const picture = (context: DocumentContext, name: string, on: PlainDate): Promise<StoredDocument> =>
  stored(context, name, 'Picture', on, makePicture(context.luck), 'image/jpeg', '.jpg');

const words = (value: Value | undefined): string => {
  if (value?.kind === 'money') return formatMoney(value.money);
  if (value?.kind === 'date') return formatDate(value.date, 'long');
  return value?.kind === 'text' ? value.text : '';
};

function report(context: DocumentContext, surveyDay: PlainDate): Promise<StoredDocument> {
  const rows = (context.tables['recommendations'] ?? []).map((row) => [
    words(row['ref']),
    words(row['item']),
    words(row['due']),
  ]);
  return pdf(
    context,
    'Survey report',
    'Survey report',
    addDays(surveyDay, 4),
    [
      'She was seen ashore, on a dry day, with the owners present. The hull was sounded throughout with a light hammer and opened at four places.',
      'What we found is in good order for her age but for the items below. Those graded A are to be closed before she next goes to sea.',
    ],
    [['Item', 'What was found', 'Close by'], ...rows],
  );
}

function invoice(context: DocumentContext, on: PlainDate): Promise<StoredDocument> {
  const rows = (context.tables['fees'] ?? []).map((row, n) => [
    String(n + 1),
    words(row['what']),
    words(row['amount']),
  ]);
  return pdf(
    context,
    `Invoice ${context.luck.between(1100, 1999)}`,
    'Invoice',
    addDays(on, 4),
    ['With thanks for your instructions. Payable within thirty days.'],
    [['No.', 'For', 'Amount'], ...rows],
  );
}

function estimate(context: DocumentContext): Promise<StoredDocument> {
  const rows = (context.tables['estimates'] ?? []).map((row, n) => [
    String(n + 1),
    words(row['item']),
    words(row['amount']),
  ]);
  return pdf(
    context,
    'Repair estimate, Copper Cove',
    'Estimate',
    addDays(context.openedOn, 12),
    ['Our figure for making good the damage, good for thirty days.'],
    [['No.', 'Item', 'Amount'], ...rows],
  );
}
