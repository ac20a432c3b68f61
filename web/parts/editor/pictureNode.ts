import type { PictureView } from '../../../contract/passages.ts';

/** Wider ones are drawn smaller at first; they can be widened. */
const FIRST_WIDTH = 320;
const LEAST_WIDTH = 8;

/** A picture as it is put into a text; what it shows is asked for afterwards. */
export const pictureNode = ({ picture, width }: Pick<PictureView, 'picture' | 'width'>): object => ({
  type: 'picture',
  attrs: { picture, alt: '', width: Math.max(LEAST_WIDTH, Math.min(FIRST_WIDTH, width)), href: null },
});
