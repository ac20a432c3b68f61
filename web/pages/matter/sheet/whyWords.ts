import type { Offers } from '../../../../contract/recipients.ts';

type Offer = Offers['people'][number];

/** Which of somebody's addresses this is, and why it stands first. */
export const whyWords = ({ label, why }: Pick<Offer, 'label' | 'why'>): string =>
  ({
    only: label,
    preferred: `${label}, preferred`,
    mobile: `${label}, a mobile`,
    other: label,
    bounced: `${label}, email came back`,
  })[why];
