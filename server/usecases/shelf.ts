import type { Shelf, ShelfItem, ShelfPreview } from '../../contract/matters.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { lateTexts } from '../../core/merge/late.ts';
import { merge } from '../../core/merge/merge.ts';
import { resolveRecipients } from '../../core/recipients/recipients.ts';
import { latestOfCategory, orderShelf, readinessOf, strongestReason } from '../../core/shelf/index.ts';
import type { DueReason, Readiness, TemplateUse } from '../../core/shelf/index.ts';
import { daysBetween } from '../../core/model/plainDate.ts';
import { dayOfValue } from '../../core/model/value.ts';
import { allInline, inlineOf } from '../../core/template/walk.ts';
import type { DocumentRule } from '../../core/template/template.ts';
import { notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { openFollowUps } from '../repositories/followUps.ts';
import { findMatter } from '../repositories/matters.ts';
import type { StoredMatter } from '../repositories/matters.ts';
import type { Account } from '../repositories/people.ts';
import { readSettings } from '../repositories/settings.ts';
import { lastTemplateOnMatter, templateUses } from '../repositories/templateUses.ts';
import { contactsBehind, greetedOf, readerFor } from './desk.ts';
import type { CompiledTemplate } from './programCache.ts';

/** What can be started on a matter, best first, each with its readiness worked out from the matter's own data. */
export async function readShelf(office: Office, person: Account, matterId: string): Promise<Shelf> {
  const matter = await findMatter(office.db, matterId, person.id);
  if (!matter) throw notFound('matter');
  const settings = await readSettings(office.db);
  const templates = await office.programs.startable(office.db, person.id);
  const last = await lastTemplateOnMatter(office.db, matterId);
  const useOf = await templateUses(office.db, {
    personId: person.id,
    matterId,
    typeId: matter.type.id,
    after: last?.id,
    stage: matter.stage,
    nowUtc: office.now(),
  });
  // Readiness asks whether values are there, not how they read: one reader serves all templates.
  const signature = await office.programs.signatureOf(office.db, person.id);
  const reader = readerFor(matter, person, settings, [], office.now(), signature);
  const dueFor = await dueReasons(office, matter, reader);
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
  office: Office,
  matter: StoredMatter,
  reader: FieldReader,
): Promise<(template: CompiledTemplate) => DueReason | undefined> {
  const { today } = reader.context;
  const [followUp] = (await openFollowUps(office.db, matter.id)).filter(({ dueOn }) => dueOn <= today);
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

/** A template filled in for a matter, to be seen before it is chosen. Nothing is kept. */
export async function previewTemplate(
  office: Office,
  person: Account,
  matterId: string,
  templateId: string,
): Promise<ShelfPreview> {
  const matter = await findMatter(office.db, matterId, person.id);
  const template = await office.programs.find(office.db, templateId);
  if (!matter || !template) throw notFound('template on this matter');
  const settings = await readSettings(office.db);
  const { recipients } = resolveRecipients(template.content.recipients, matter, template.channel);
  const contacts = await contactsBehind(office, recipients, matter);
  const signature = await office.programs.signatureOf(office.db, person.id);
  const greeted = greetedOf(recipients, contacts);
  const reader = readerFor(matter, person, settings, greeted, office.now(), signature);
  const letter = merge(template.program, reader);
  return {
    to: recipients.to.map(({ name }) => name),
    cc: recipients.cc.map(({ name }) => name),
    subjectNodes: letter.subject.map((node) => ({ ...node })),
    body: { ...letter.body },
    blanks: letter.blanks.map(({ key, label }) => ({ key, label })),
    answers: { ...letter.proposed },
    late: { ...lateTexts(letter, reader) },
    documents: template.content.documents.map((rule) => documentWords(rule, matter)),
  };
}

/** What a template encloses, by the name it has on a matter. */
export function documentWords(rule: DocumentRule, matter: StoredMatter): string {
  switch (rule.kind) {
    case 'latest':
      return (
        latestOfCategory(matter.documents, rule.category)?.name ??
        `no ${rule.category.toLowerCase()} on this matter yet`
      );
    case 'fixed':
    case 'letter':
      return rule.name;
    case 'ask':
      return rule.label;
    default:
      return rule satisfies never;
  }
}
