import { tidyBlocks } from '../core/merge/tidy.ts';
import { documentOf } from '../core/template/document.ts';
import type { BlockNode, FieldNode, InlineNode } from '../core/template/document.ts';

import type { Passages } from '../core/template/passages.ts';

/** A passage of the practice, with whose signature it is where it is one. */
export interface DemoPassage {
  readonly id: string;
  readonly name: string;
  readonly folder: string;
  readonly content: readonly BlockNode[];
}

const field = (path: string): FieldNode => ({
  type: 'field',
  attrs: { path, format: 'plain', shift: null, whenEmpty: { kind: 'leaveOut' } },
});
const para = (...content: readonly (string | InlineNode)[]): BlockNode => ({
  type: 'paragraph',
  content: content.map((one) => (typeof one === 'string' ? { type: 'text', text: one } : one)),
});
const lineBreak: InlineNode = { type: 'hardBreak' };

const passage = (
  key: string,
  name: string,
  folder: string,
  ...content: readonly BlockNode[]
): DemoPassage => ({
  id: `passage-${key}`,
  name,
  folder,
  content,
});

const signature = (key: string, name: string, ...letters: readonly string[]): DemoPassage =>
  passage(
    `signature-${key}`,
    name,
    'Signatures',
    para(
      field('sender.name'),
      ...letters,
      lineBreak,
      field('sender.position'),
      ', ',
      field('practice.name'),
      lineBreak,
      field('sender.phone'),
    ),
  );

export const PASSAGES: readonly DemoPassage[] = [
  signature('maud', 'Maud, in full', ', FMSI'),
  signature('jonas', 'Jonas, in full', ', AMSI'),
  signature('petra', 'Petra, in full'),
  signature('idris', 'Idris, in full'),
  signature('sunniva', 'Sunniva, in full'),
  passage('thanks', 'Thanks for the order', 'Openings', para('Thank you for asking us to act for you.')),
  passage(
    'quote-reference',
    'Quote our reference',
    'Openings',
    para('Please quote ', field('matter.reference'), ' whenever you write.'),
  ),
  passage(
    'low-water',
    'Low water',
    'On board',
    para('Times are those of low water at Port Sennet; half an hour either way does no harm.'),
  ),
  passage(
    'on-board',
    'What we need on board',
    'On board',
    para('So that nothing is missed, would you please see to it that'),
    {
      type: 'bulletList',
      content: [
        'floorboards can be lifted and lockers are empty,',
        'batteries are connected and there is fuel for a short run,',
        'the papers, and the last report if there is one, are on board.',
      ].map((words) => ({ type: 'listItem', content: [para(words)] })),
    },
  ),
  passage(
    'fee-terms',
    'How we charge',
    'Fees',
    para('Our fee is due thirty days after the invoice. Travelling is charged at cost.'),
  ),
  passage(
    'fee-bank',
    'Bank details',
    'Fees',
    para('Please pay to Harbour Savings, account 00 1207 44, quoting ', field('matter.reference'), '.'),
  ),
  passage(
    'no-sea',
    'Not to sea',
    'Warnings',
    para('We advise that she is not taken to sea until this is put right.'),
  ),
  passage(
    'grade-a',
    'What grade A means',
    'Reports',
    para('Items graded A are to be closed before she next goes to sea; those graded B within the season.'),
  ),
  passage(
    'limits',
    'Limits of a survey',
    'Reports',
    para(
      'Parts that were closed in, painted over or could not be reached were not seen, and nothing can be said of them.',
    ),
  ),
  passage(
    'confidential',
    'Confidential',
    'Closings',
    para('This letter is for those it is written to. If it has reached you by mistake, please let us know.'),
  ),
  passage(
    'telephone',
    'Ring us',
    'Closings',
    para(
      'Should anything be unclear, ring ',
      field('responsible.name'),
      ' on ',
      field('responsible.phone'),
      '.',
    ),
  ),
  passage(
    'weather',
    'If the weather turns',
    'On board',
    para('If the weather turns, you will hear from us by eight in the morning.'),
  ),
  passage(
    'insurer-copy',
    'Copy to the insurer',
    'Reports',
    para('A copy goes to your insurer with this post.'),
  ),
  passage(
    'photographs',
    'Photographs',
    'Reports',
    para('The photographs are kept for seven years and can be had in full size.'),
  ),
  passage(
    'second-visit',
    'A second visit',
    'On board',
    para('A second visit can be made within the month at half the fee.'),
  ),
  passage(
    'estimate-good',
    'Estimates hold for thirty days',
    'Claims',
    para('Estimates are good for thirty days unless they say otherwise.'),
  ),
  passage(
    'excess',
    'The excess',
    'Claims',
    para('The excess under the policy is borne by the owners and is taken off at the end.'),
  ),
  passage(
    'without-prejudice',
    'Without prejudice',
    'Claims',
    para('This is written without prejudice to liability.'),
  ),
  passage(
    'renew-early',
    'Renew early',
    'Certificates',
    para('A renewal applied for early does not shorten the certificate that follows it.'),
  ),
  passage(
    'kept',
    'What we keep',
    'Closings',
    para('Our papers are kept for seven years; ask for any of them whenever you like.'),
  ),
];

export const passageBody = ({ content }: DemoPassage) => documentOf(content);

/** Every passage by its id, as templates are compiled with. */
export const DEMO_PASSAGES: Passages = new Map(
  PASSAGES.map((one) => [one.id, { name: one.name, body: passageBody(one) }]),
);

/** The signature of somebody of the practice, ready to be filled. */
export const signatureOf = (key: string): readonly BlockNode[] =>
  tidyBlocks(PASSAGES.find(({ id }) => id === `passage-signature-${key}`)?.content ?? []);
