import type { Offers } from '../../../../contract/recipients.ts';
import { say } from '../../../words/en/matter-sheet.ts';

type Offer = Offers['people'][number];

/** Which of somebody's addresses this is, and why it stands first. */
export const whyWords = ({ label, why }: Pick<Offer, 'label' | 'why'>): string =>
  ({
    only: label,
    preferred: say.preferred(label),
    mobile: say.aMobile(label),
    other: label,
    bounced: say.emailCameBack(label),
  })[why];
