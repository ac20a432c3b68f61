import type { Services } from '../platform/services.ts';
import type { Shelf, ShelfItem } from '../../contract/matters.ts';
import { findMatter } from '../matters/queries.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { notFound } from '../platform/problems/problem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { lastTemplateOnMatter, templateUses } from '../templates/useQueries.ts';
import { readerFor } from '../matters/readerFor.ts';
import { readinessOf, orderShelf, strongestReason } from '../../core/shelf/index.ts';
import type { Readiness, TemplateUse, DueReason } from '../../core/shelf/index.ts';
import type { CompiledTemplate } from '../templates/compiled.ts';
import { isMadeFor } from '../../core/template/template.ts';
import { resolveRecipients } from '../../core/recipients/recipients.ts';
import { allInline, inlineOf } from '../../core/template/walk.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { openFollowUps } from '../matters/followUpQueries.ts';
import { dayOfValue } from '../../core/model/value.ts';
import { daysBetween } from '../../core/model/plainDate.ts';
import type { PersonScope, Scope } from '../access/scope.ts';
import { startableTemplates, signatureOf } from '../templates/compiled.ts';

/** What can be started on a matter, best first, each with its readiness worked out from the matter's own data. */
export async function readShelf(services: Services, scope: PersonScope, matterId: string): Promise<Shelf> {
  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const settings = await readSettings(scope);
  // A version in a language is taken by itself for whoever writes in it; the shelf has the template once.
  const all = await startableTemplates(scope);
  const ids = new Set(all.map(({ templateId }) => templateId as string));
  const templates = all.filter(
    ({ content }) =>
      isMadeFor(content, matter.type.id) &&
      (!content.translation || !ids.has(content.translation.templateId)),
  );
  const last = await lastTemplateOnMatter(scope, matterId);
  const useOf = await templateUses(scope, {
    personId: scope.actor.id,
    matterId,
    typeId: matter.type.id,
    after: last?.id,
    stage: matter.stage,
    nowUtc: services.now(),
  });
  // Readiness asks whether values are there, not how they read: one reader serves all templates.
  const signature = await signatureOf(scope, scope.actor.id);
  const reader = readerFor(matter, scope.actor, settings, [], services.now(), signature);
  const dueFor = await dueReasons(scope, matter, reader);
  const items = templates.map((template) => {
    const due = dueFor(template);
    return {
      ...template,
      readiness: readinessOf(template.program, reader, template.channel),
      use: { ...useOf(template.templateId), ...(due ? { due } : {}) },
    };
  });
  return { items: orderShelf(items).map((item) => viewItem(item, matter)), lastSent: last?.name ?? null };
}

function viewItem(
  item: CompiledTemplate & { readonly readiness: Readiness; readonly use: TemplateUse },
  matter: StoredMatter,
): ShelfItem {
  const { readiness, use } = item;
  const { recipients } = resolveRecipients(item.content.recipients, matter, item.channel);
  return {
    templateId: item.templateId,
    name: item.name,
    channel: item.channel,
    category: item.content.category,
    readiness: readiness.kind,
    blanks: readiness.kind === 'blanks' ? readiness.count : 0,
    reasons:
      readiness.kind === 'unavailable'
        ? readiness.reasons.map((reason) => ({ ...reason, params: { ...reason.params } }))
        : [],
    words: item.words,
    days: [...daysIn(item)],
    tags: [...item.tags],
    to: recipients.to.map(({ name }) => name),
    use: {
      followed: use.followed,
      followedOf: use.followedOf,
      atStage: use.atStage,
      atStageOf: use.atStageOf,
      usedByPerson: use.usedByPerson,
      sentHere: use.sentHere,
    },
    why: strongestReason(use) ?? null,
    due: use.due ? { ...use.due } : null,
  };
}

/** The days a template speaks of, by their paths, each once. */
const daysIn = ({ content }: CompiledTemplate): ReadonlySet<string> =>
  new Set(
    [...allInline(content.subject), ...inlineOf(content.body.content)].flatMap((node) =>
      node.type === 'field' && /^(?:date|calculated)\./.test(node.attrs.path) ? [node.attrs.path] : [],
    ),
  );

/** Days within which a date is near. */
const NEAR_DAYS = 10;

/** What on this matter asks for which template now: a follow-up that is due, a day that is near and that it speaks of. */
async function dueReasons(
  scope: Scope,
  matter: StoredMatter,
  reader: FieldReader,
): Promise<(template: CompiledTemplate) => DueReason | undefined> {
  const { today } = reader.context;
  const [followUp] = (await openFollowUps(scope, matter.id)).filter(({ dueOn }) => dueOn <= today);
  const near = new Map(
    [
      ...matter.type.keyDates.map(({ key, label }) => ({ path: `date.${key}`, label })),
      ...matter.type.calculated.map(({ key, label }) => ({ path: `calculated.${key}`, label })),
    ].flatMap(({ path, label }) => {
      const day = dayOfValue(reader.read(path));
      const days = day === undefined ? -1 : daysBetween(today, day);
      return days >= 0 && days <= NEAR_DAYS ? [[path, { label, days }] as const] : [];
    }),
  );
  return ({ content }) => {
    if (followUp && content.category === CHASES) return { kind: 'followUp', what: followUp.what };
    if (near.size === 0) return undefined;
    const path = inlineOf(content.body.content).find(
      (node) => node.type === 'field' && near.has(node.attrs.path),
    );
    const found = path?.type === 'field' ? near.get(path.attrs.path) : undefined;
    return found && { kind: 'dateNear', ...found };
  };
}

/** The category of what reminds of an answer. */
const CHASES = 'Chaser';
