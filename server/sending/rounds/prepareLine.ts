import { notesThatStop } from '../../../core/checks/index.ts';
import type { Note } from '../../../core/checks/index.ts';
import type { Channel } from '../../../core/model/channel.ts';
import type { Contact } from '../../../core/model/contact.ts';
import { namesOf } from '../../../core/model/mailbox.ts';
import { writeValue } from '../../../core/values/writeValue.ts';
import { channelTo } from '../../../core/rounds/channels.ts';
import { leftOutBy, standingOfDraft } from '../../../core/rounds/groups.ts';
import type { LeftOutCode } from '../../../core/rounds/groups.ts';
import { readinessOf } from '../../../core/shelf/index.ts';
import type { Answers } from '../../../core/template/blanks.ts';
import type { FieldReader } from '../../../core/merge/fieldReader.ts';
import type { PersonScope } from '../../access/scope.ts';
import { findContacts } from '../../directory/contactQueries.ts';
import type { StoredMatter } from '../../matters/matter.ts';
import { composeOn } from '../../messages/beginMessage.ts';
import { checkDraft } from '../../messages/checkDraft.ts';
import { greetedOf, layoutDraft } from '../../messages/draftLayout.ts';
import type { DraftLayout } from '../../messages/draftLayout.ts';
import type { StoredMessage } from '../../messages/message.ts';
import { draftOf } from '../../messages/draftOf.ts';
import type { Services } from '../../platform/services.ts';
import { versionOf } from '../../templates/compiled.ts';
import type { CompiledTemplate } from '../../templates/compiled.ts';
import type { LineDetail, StoredLine, StoredRound } from './round.ts';
import { peopleIn, rolesOf } from './targets.ts';

/** A line as it is to be kept, with its draft where it has one now. */
export interface PreparedLine {
  readonly line: Pick<StoredLine, 'id' | 'stands' | 'kind' | 'detail'>;
  readonly draft?: StoredMessage;
  /** Others on the matter who get a letter of their own. */
  readonly siblings: readonly Contact[];
}

/** What every line of a round is made from. */
export interface RoundMakings {
  readonly round: StoredRound;
  readonly template: CompiledTemplate;
  /** Paths whose values stand beside each line. */
  readonly columns: readonly string[];
}

/** Makes a line's message: composed, checked and laid out by what the sheet uses, nothing of it kept yet. */
export async function prepareLine(
  services: Services,
  scope: PersonScope,
  makings: RoundMakings,
  line: StoredLine,
  matter: StoredMatter | undefined,
): Promise<PreparedLine> {
  const { round, template } = makings;
  if (!matter) return leftOut(line, 'matterGone');
  if (line.detail.isAgain) return leftOut(line, 'onAnotherMatter');
  const meant = await whoOn(scope, makings, line, matter);
  if (meant.length === 0) return leftOut(line, 'nobodyInRole');
  const { category } = template.content;
  const people = meant.filter(({ noRounds = [] }) => !noRounds.includes(category));
  if (people.length === 0) return leftOut(line, 'wantsNone', { to: meant.map(({ name }) => name) });
  const first = people[0];
  const toPeople = people.map(({ name }) => name);
  const barred = people.every(({ doNotWriteTo }) => doNotWriteTo);
  if (barred) return leftOut(line, 'notToBeWrittenTo', { to: toPeople });
  const channel = channelTo(people, round.options.channels);
  if (!channel || !first) return leftOut(line, 'noAddress', { to: toPeople });
  // A letter is for one house: whoever else it goes to gets one of their own.
  const [written, siblings] = channel === 'letter' ? [[first], people.slice(1)] : [people, []];
  const isChosen =
    round.options.role !== undefined ||
    line.contactId !== null ||
    siblings.length > 0 ||
    people.length < meant.length;
  const { template: inTheirs = template, composed } = await composeOn(services, scope, template, {
    matter,
    channel,
    answers: round.options.answers,
    ...(isChosen ? { chosen: written } : {}),
  });
  const reasons = whyNotHere(inTheirs, composed.reader, channel, isChosen);
  const values = valuesOf(composed.reader, makings.columns);
  if (reasons.length > 0) return leftOut(line, 'cannotBeStarted', { to: toPeople, reasons, values, channel });
  const { each: _each, ...sendOptions } = composed.sendOptions;
  const draft = await draftOf(
    services,
    scope,
    { matter, template: inTheirs, channel, composed: { ...composed, sendOptions } },
    { id: line.id, roundId: round.id },
  );
  await services.turns.next();
  const desk = await layoutDraft(services, scope, draft, matter);
  const standing = standingOf(await checkDraft(services, scope, desk), line.detail);
  return {
    line: {
      id: line.id,
      ...standing,
      detail: { ...standing.detail, values, channel, to: namesOf(draft.recipients.to) },
    },
    draft,
    siblings,
  };
}

/** A draft as it stands now, its blanks answered as the round answers them where nobody answered them otherwise. */
export async function recheckLine(
  services: Services,
  scope: PersonScope,
  { round, columns }: RoundMakings,
  line: StoredLine,
  message: StoredMessage,
  matter: StoredMatter,
): Promise<PreparedLine> {
  const answers = answeredForAll(message, round.options.answers, line.detail.own);
  const isAnswered = answers !== message.answers;
  const draft = isAnswered ? { ...message, answers, updatedUtc: services.now() } : message;
  const desk = await layoutDraft(services, scope, draft, matter);
  const { standing } = await standsNow(services, scope, desk, line.detail);
  const detail = {
    ...standing.detail,
    values: valuesOf(desk.reader, columns),
    channel: draft.channel,
    to: namesOf(draft.recipients.to),
  };
  return { line: { id: line.id, ...standing, detail }, draft, siblings: [] };
}

/** Where a draft of a round stands as things are now: by the checks, and by whether those it goes to want rounds of its kind. */
export async function standsNow(
  services: Services,
  scope: PersonScope,
  desk: DraftLayout,
  detail: LineDetail,
): Promise<{
  readonly notes: readonly Note[];
  readonly standing: Pick<StoredLine, 'stands' | 'kind' | 'detail'>;
}> {
  const { message, contacts } = desk;
  const notes = await checkDraft(services, scope, desk);
  const version =
    message.templateVersionId === null ? undefined : await versionOf(scope, message.templateVersionId);
  const unwilling = greetedOf(message.recipients, contacts).some(({ noRounds = [] }) =>
    noRounds.includes(version?.content.category ?? ''),
  );
  const standing = standingOf(notes, detail);
  return {
    notes,
    standing: unwilling ? { stands: 'out', kind: 'wantsNone', detail: { ...detail, notes: [] } } : standing,
  };
}

function answeredForAll(
  { blanks, answers }: StoredMessage,
  forAll: Answers,
  own: readonly string[],
): Answers {
  const given = blanks.filter(
    ({ key }) => Object.hasOwn(forAll, key) && !own.includes(key) && answers[key] !== forAll[key],
  );
  if (given.length === 0) return answers;
  return { ...answers, ...Object.fromEntries(given.map(({ key }) => [key, forAll[key] ?? ''])) };
}

/** Whom a line goes to: the one it names, everybody in the round's role, or those whom the template names. */
async function whoOn(
  scope: PersonScope,
  { round, template }: RoundMakings,
  { contactId }: StoredLine,
  matter: StoredMatter,
): Promise<readonly Contact[]> {
  const here = peopleIn(matter, rolesOf(template, round.options.role));
  if (contactId === null) return here;
  const known = matter.parties.find(({ contact }) => contact.id === contactId)?.contact;
  return known ? [known] : [...(await findContacts(scope, [contactId])).values()];
}

/** Of those it is written to by name, the template's own recipients are no reason against it. */
function whyNotHere(
  { program }: CompiledTemplate,
  reader: FieldReader,
  channel: Channel,
  isChosen: boolean,
): LineDetail['reasons'] {
  const readiness = readinessOf(program, reader, channel);
  if (readiness.kind !== 'unavailable') return [];
  return readiness.reasons
    .filter(({ where }) => !(isChosen && where === 'to'))
    .map(({ code, params }) => ({ code, params: { ...params } }));
}

const valuesOf = (reader: FieldReader, columns: readonly string[]): Readonly<Record<string, string>> =>
  Object.fromEntries(
    columns.flatMap((path) => {
      const value = reader.read(path);
      return value ? [[path, writeValue(value, 'plain')]] : [];
    }),
  );

const leftOut = (
  { id, detail }: StoredLine,
  code: LeftOutCode,
  known: Partial<LineDetail> = {},
): PreparedLine => ({
  line: { id, stands: 'out', kind: code, detail: { ...detail, notes: [], reasons: [], ...known } },
  siblings: [],
});

/** Where a line stands by what the checks say of its draft, and by what was decided of it. */
export function standingOf(
  notes: readonly Note[],
  detail: LineDetail,
): Pick<StoredLine, 'stands' | 'kind' | 'detail'> {
  const ignored = new Set(detail.ignored);
  const unanswered = notesThatStop(notes, ignored);
  const shown = unanswered.map(({ code, severity, params }) => ({ code, severity, params: { ...params } }));
  const kept = { ...detail, notes: shown, reasons: [] };
  if (detail.isOutByHand) return { stands: 'out', kind: 'byHand', detail: kept };
  const out = leftOutBy(unanswered);
  if (out) return { stands: 'out', kind: out, detail: kept };
  const { group, kind } = standingOfDraft(unanswered, ignored);
  return { stands: group, kind, detail: kept };
}
