import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { likelihood } from '../core/shelf/index.ts';
import type { TemplateUse } from '../core/shelf/index.ts';
import { dayNumber } from '../core/model/plainDate.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import { generateMatters } from '../demo/generate.ts';
import { chance } from '../demo/random.ts';
import { blobStore } from '../server/platform/blobs/blobStore.ts';
import { zonedTime } from '../core/dates/zonedClock.ts';
import type { Measured } from './measure.ts';

const SEED = 2041;
const MATTERS = 200;
/** What is learnt from is the first part by time; what is asked is the rest, each counted once it has been asked. */
const LEARNT = 0.6;

interface Sent {
  readonly matterId: string;
  readonly typeId: string;
  readonly personId: string;
  readonly stage: string;
  readonly step: string;
  readonly on: PlainDate;
}

/** The demo's history as a list of what was sent, oldest first. */
async function history(): Promise<readonly Sent[]> {
  const folder = await mkdtemp(join(tmpdir(), 'officium-order-'));
  try {
    const { date: today } = zonedTime('Europe/London', Date.now());
    const matters = await generateMatters({
      today,
      matters: MATTERS,
      luck: chance(SEED),
      blobs: blobStore(folder),
    });
    return matters
      .flatMap(({ matter, story, stageAfter }) =>
        story.map(({ step, on }, told) => ({
          matterId: matter.id,
          typeId: matter.type.id,
          personId: matter.responsible.id,
          stage: stageAfter(told),
          step,
          on,
        })),
      )
      .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

class Counts {
  readonly #counts = new Map<string, number>();
  add(...keys: readonly string[]): void {
    for (const key of keys) this.#counts.set(key, this.of(key) + 1);
  }
  readonly of = (key: string): number => this.#counts.get(key) ?? 0;
}

/**
 * How often the template that was really sent next stands first, and among the first three: by the shelf's order, and by
 * how often each is used alone.
 */
export async function benchOrder(): Promise<readonly Measured[]> {
  const sent = await history();
  const steps = [...new Set(sent.map(({ step }) => step))];
  const counts = new Counts();
  const last = new Map<string, string>();
  const lastUse = new Map<string, PlainDate>();
  const here = new Set<string>();
  const hits = { ours: { first: 0, three: 0 }, byUse: { first: 0, three: 0 } };
  let asked = 0;
  const useOf = (at: Sent, step: string): TemplateUse => {
    const after = `${at.typeId} after ${last.get(at.matterId) ?? ''}`;
    const stage = `${at.typeId} at ${at.stage}`;
    const own = `${at.personId} ${step}`;
    const used = lastUse.get(own);
    return {
      followed: counts.of(`${after} ${step}`),
      followedOf: counts.of(after),
      atStage: counts.of(`${stage} ${step}`),
      atStageOf: counts.of(stage),
      usedByPerson: counts.of(own),
      daysSinceUse: used === undefined ? undefined : dayNumber(at.on) - dayNumber(used),
      sentHere: here.has(`${at.matterId} ${step}`),
    };
  };
  const rank = (at: Sent, score: (step: string) => number): number =>
    [...steps].sort((a, b) => score(b) - score(a) || (a < b ? -1 : 1)).indexOf(at.step);
  for (const [n, at] of sent.entries()) {
    if (n >= sent.length * LEARNT) {
      asked += 1;
      const ours = rank(at, (step) => likelihood(useOf(at, step)));
      const byUse = rank(at, (step) => counts.of(`used ${step}`));
      for (const [hit, place] of [
        [hits.ours, ours],
        [hits.byUse, byUse],
      ] as const) {
        if (place === 0) hit.first += 1;
        if (place < 3) hit.three += 1;
      }
    }
    const after = `${at.typeId} after ${last.get(at.matterId) ?? ''}`;
    const stage = `${at.typeId} at ${at.stage}`;
    const own = `${at.personId} ${at.step}`;
    counts.add(after, `${after} ${at.step}`, stage, `${stage} ${at.step}`, own, `used ${at.step}`);
    lastUse.set(own, at.on);
    last.set(at.matterId, at.step);
    here.add(`${at.matterId} ${at.step}`);
  }
  const percent = (count: number): number => Math.round((count / asked) * 1000) / 10;
  const compare = (name: string, ours: number, theirs: number): Measured => ({
    name: `shelf order over ${asked} later messages of ${MATTERS} matters: ${name}`,
    unit: '%',
    ours: percent(ours),
    against: 'by use alone',
    theirs: percent(theirs),
    ratio: Math.round((ours / Math.max(1, theirs)) * 100) / 100,
  });
  return [
    compare('sent next stands first', hits.ours.first, hits.byUse.first),
    compare('sent next among the first three', hits.ours.three, hits.byUse.three),
  ];
}
