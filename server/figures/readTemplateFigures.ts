import type {
  FiguresQuery,
  TemplateFigures,
  TemplateFiguresDetail,
  TemplateFiguresList,
} from '../../contract/figures.ts';
import { median } from '../../core/figures/median.ts';
import type { Histogram } from '../../core/figures/median.ts';
import { patternOf, patternTokens, withLabels } from '../../core/figures/pattern.ts';
import { readingEase } from '../../core/figures/readingEase.ts';
import { commonestRewritings } from '../../core/figures/rewritings.ts';
import { takeRewriting } from '../../core/figures/takeRewriting.ts';
import { effectOf, wilson } from '../../core/figures/wilson.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { findField } from '../../core/template/fieldCatalogue.ts';
import type { PersonScope } from '../access/scope.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { spanOf } from './readFigures.ts';
import {
  knownTemplates,
  passedOver,
  rewritingsOf,
  timesByVersion,
  usesByVersion,
  versionsOf,
} from './templateQueries.ts';
import type { KnownTemplate, UseRow, VersionTimeRow } from './templateQueries.ts';

/** What becomes of each template that was used or passed over within a span. */
export async function readTemplateFigures(
  scope: PersonScope,
  query: FiguresQuery,
): Promise<TemplateFiguresList> {
  const span = await spanOf(scope, query);
  const uses = groupBy(await usesByVersion(scope, span), ({ templateId }) => templateId);
  const times = groupBy(await timesByVersion(scope, span), ({ versionId }) => versionId);
  const passed = await passedOver(scope, span);
  const items = (await knownTemplates(scope))
    .filter(({ id }) => uses.has(id) || passed.has(id))
    .map((template) => viewTemplate(template, uses.get(template.id) ?? [], times, passed))
    .sort((a, b) => b.uses - a.uses || a.name.localeCompare(b.name));
  return { minutesADay: await minutesADay(scope), items };
}

const minutesADay = async (scope: PersonScope): Promise<number> => {
  const { fromMinute, untilMinute } = (await readSettings(scope)).workingHours;
  return untilMinute - fromMinute;
};

/** One template, version by version, with the sentences that are changed most. */
export async function readTemplateDetail(
  scope: PersonScope,
  templateId: string,
  query: FiguresQuery,
): Promise<TemplateFiguresDetail> {
  const span = await spanOf(scope, query);
  const [template] = await knownTemplates(scope, templateId);
  if (!template) throw notFound('template');
  const uses = (await usesByVersion(scope, span)).filter((one) => one.templateId === templateId);
  const times = groupBy(await timesByVersion(scope, span), ({ versionId }) => versionId);
  const rewritings = commonestRewritings(await rewritingsOf(scope, span, templateId));
  const labelled = await labelling(scope, template);
  const { body } = template.content;
  const changedTimes = new Map(rewritings.map(({ was, times: often }) => [was, often]));
  return {
    ...viewTemplate(template, uses, times, await passedOver(scope, span)),
    minutesADay: await minutesADay(scope),
    versions: viewVersions(await versionsOf(scope, templateId), uses, times),
    wording: patternOf(body.content).map((text) => ({
      text: labelled(text),
      times: changedTimes.get(text) ?? 0,
    })),
    changes: rewritings.map((one) => ({
      ...one,
      was: labelled(one.was),
      became: labelled(one.became),
      stands: takeRewriting(body, one.was, one.became) !== undefined,
    })),
  };
}

/** Writes the places of a pattern by the names that people know them by. */
async function labelling(scope: PersonScope, { content }: KnownTemplate): Promise<(text: string) => string> {
  const types = await listMatterTypes(scope);
  const blanks = new Map(content.blanks.map(({ key, label }) => [`blank.${key}`, label]));
  const labelOf = (path: string): string =>
    blanks.get(path) ??
    types.map((type) => findField(type, path)?.label).find((label) => label !== undefined) ??
    path;
  return (text) => withLabels(text, labelOf);
}

type Times = ReadonlyMap<string, readonly VersionTimeRow[]>;

const histogram = (rows: readonly UseRow[], times: Times): Histogram =>
  rows.flatMap(({ versionId }) =>
    (times.get(versionId) ?? []).map(({ minutes, count }) => [minutes, count] as const),
  );

function viewTemplate(
  { id, name, channel, content }: KnownTemplate,
  rows: readonly UseRow[],
  times: Times,
  passed: ReadonlyMap<string, number>,
): TemplateFigures {
  const sentences = patternOf(content.body.content);
  const ease = readingEase(
    // What the record fills in is read as a word of its own; a greeting and a closing are no sentences.
    sentences
      .filter((sentence) => /[.!?:…]$/u.test(sentence))
      .map((sentence) => withLabels(sentence, () => 'value')),
    content.translation?.language ?? 'en',
  );
  return {
    templateId: id,
    name,
    channel,
    ...viewUse(rows, times),
    words: sentences.flatMap(patternTokens).length,
    ease: ease ? { score: ease.score, level: ease.level } : null,
    passedOver: passed.get(id) ?? 0,
  };
}

function viewUse(rows: readonly UseRow[], times: Times) {
  const sum = (of: (row: UseRow) => number | null): number =>
    rows.reduce((all, row) => all + (of(row) ?? 0), 0);
  const uses = sum((row) => row.uses);
  const answered = sum((row) => row.answered);
  const words = sum((row) => row.words);
  return {
    uses,
    answered: { hits: answered, of: uses, ...wilson(answered, uses) },
    medianMinutes: median(histogram(rows, times)) ?? null,
    rewritten: words === 0 ? null : Math.min(1, sum((row) => row.changed) / words),
    cautions: uses === 0 ? 0 : sum((row) => row.cautions) / uses,
  };
}

/** Each version that was used, against the used one before it. */
function viewVersions(
  versions: readonly { readonly id: string; readonly number: number }[],
  uses: readonly UseRow[],
  times: Times,
): TemplateFiguresDetail['versions'] {
  const used = versions.flatMap(({ id, number }) => {
    const rows = uses.filter(({ versionId }) => versionId === id);
    return rows.length > 0 ? [{ versionId: id, number, ...viewUse(rows, times) }] : [];
  });
  return used.map((version, n) => {
    const before = used[n + 1];
    return { ...version, effect: before ? effectOf(before.answered, version.answered) : 'first' };
  });
}
