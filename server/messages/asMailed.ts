import { textPage } from '../../core/merge/htmlPage.ts';
import type { FinishedMessage } from '../../core/merge/finish.ts';
import type { SendOptions } from '../../core/template/template.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';

/** An email with the foot of the practice's look in its text too; what is filed and found is the text without it. */
export const asMailed = (
  letter: FinishedMessage,
  { plain }: Pick<SendOptions, 'plain'>,
  { look }: Pick<PracticeSettings, 'look'>,
): FinishedMessage => (plain ? letter : { ...letter, text: textPage(letter.text, look) });
