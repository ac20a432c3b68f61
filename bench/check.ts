import { checkTemplate } from '../core/template/checkTemplate.ts';
import { parseContent } from '../core/template/parseContent.ts';
import { MATTER_TYPES } from '../demo/matterTypes.ts';
import { DEMO_PASSAGES } from '../demo/passages.ts';
import { TEMPLATES } from '../demo/templates.ts';
import { byTime, interleave } from './measure.ts';
import type { Measured } from './measure.ts';

const COUNT = 500;

/** The static check of five hundred templates over every kind of matter, against reading the same templates. */
export async function benchCheck(): Promise<readonly Measured[]> {
  const templates = Array.from({ length: COUNT }, (_, n) => TEMPLATES[n % TEMPLATES.length]).flatMap(
    (one) => one?.content ?? [],
  );
  const times = await interleave({
    check: () => {
      for (const content of templates)
        for (const type of MATTER_TYPES) checkTemplate(content, type, DEMO_PASSAGES);
    },
    read: () => {
      for (const content of templates) parseContent(content);
    },
  });
  return [
    byTime(
      `check: ${COUNT} templates over ${MATTER_TYPES.length} kinds of matter`,
      times['check'] ?? NaN,
      'reading them',
      times['read'] ?? NaN,
    ),
  ];
}
