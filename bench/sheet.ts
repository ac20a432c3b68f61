import { performance } from 'node:perf_hooks';
import { findMatter } from '../server/matters/queries.ts';
import { readMessage } from '../server/messages/readMessage.ts';
import { startMessage } from '../server/messages/startMessage.ts';
import { changeMessage } from '../server/messages/changeMessage.ts';
import { firstMatter, withPractice } from './practice.ts';
import type { Measured } from './measure.ts';

const TIMES = 40;
const TEMPLATES = ['template-report', 'template-closing'] as const;

/** What opening a sheet and giving it another template cost on the demo's first matter, against reading that matter alone. */
export function benchSheet(): Promise<readonly Measured[]> {
  return withPractice(async (services) => {
    const { scope, id: matterId } = await firstMatter(services);
    const times: Record<'reading' | 'opened' | 'switched', number[]> = {
      reading: [],
      opened: [],
      switched: [],
    };
    const timed = async <T>(name: keyof typeof times, work: () => Promise<T>): Promise<T> => {
      const begun = performance.now();
      const made = await work();
      times[name].push(performance.now() - begun);
      return made;
    };
    for (let n = 0; n < TIMES; n += 1) {
      await timed('reading', () => findMatter(scope, matterId));
      const { id } = await timed('opened', async () => {
        const draft = await startMessage(services, scope, matterId, { templateId: TEMPLATES[0] });
        return readMessage(services, scope, draft.id);
      });
      const { revision } = await readMessage(services, scope, id);
      await timed('switched', () =>
        changeMessage(services, scope, id, { revision, templateId: TEMPLATES[1] }),
      );
    }
    const at = (list: readonly number[], share: number): number =>
      Math.round(([...list].sort((a, b) => a - b)[Math.floor(list.length * share)] ?? NaN) * 100) / 100;
    const row = (what: string, list: readonly number[], name: string, share: number): Measured => ({
      name: `sheet: ${what}, ${name}`,
      unit: 'ms',
      ours: at(list, share),
      against: 'reading the matter alone',
      theirs: at(times.reading, share),
      ratio: Math.round((at(times.reading, share) / at(list, share)) * 100) / 100,
    });
    return [
      row('opened from a template', times.opened, 'median', 0.5),
      row('opened from a template', times.opened, '95th in a hundred', 0.95),
      row('given another template', times.switched, 'median', 0.5),
      row('given another template', times.switched, '95th in a hundred', 0.95),
    ];
  });
}
