import type { DoneStep, RoutineRun } from '../../../contract/routines.ts';
import { formatDate } from '../../../core/dates/formatDate.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import type { Note } from '../../../core/checks/index.ts';
import { lateTexts } from '../../../core/merge/late.ts';
import { namesOf } from '../../../core/model/mailbox.ts';
import { planRoutine } from '../../../core/routines/index.ts';
import type { PlannedStep, RoutineContent, RoutinePlan } from '../../../core/routines/index.ts';
import type { Answers } from '../../../core/template/blanks.ts';
import { writeValue } from '../../../core/values/writeValue.ts';
import type { PersonScope } from '../../access/scope.ts';
import type { StoredMatter } from '../../matters/matter.ts';
import type { DraftLayout } from '../../messages/draftLayout.ts';
import { viewBlank, viewNotes } from '../../messages/messageView.ts';
import type { Services } from '../../platform/services.ts';
import { calendarOf } from '../../platform/settings/practiceSettings.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { findStartable } from '../../templates/compiled.ts';
import { composeChecked } from '../composeChecked.ts';
import { finishMessage } from '../../../core/merge/finish.ts';

/** A message of a routine as it would go, checked. */
export interface PlannedMessage {
  readonly templateId: string;
  readonly templateName: string;
  readonly desk: DraftLayout;
  readonly notes: readonly Note[];
}

/** A routine gone through on a matter by the very means that do it: nothing of it is kept yet. */
export interface RoutineOnMatter {
  readonly matter: StoredMatter;
  readonly plan: RoutinePlan<StoredMatter>;
  readonly messages: readonly PlannedMessage[];
  /** Names of the templates, by their ids. */
  readonly names: ReadonlyMap<string, string>;
  readonly problems: RoutineRun['problems'];
}

/** Goes through a routine on a matter: its messages composed and checked as the sheet does, each on the matter as the steps before leave it. */
export async function planOn(
  services: Services,
  scope: PersonScope,
  content: Pick<RoutineContent, 'typeIds' | 'steps'>,
  matter: StoredMatter,
  { answers, unasked }: { readonly answers: Answers; readonly unasked?: true },
): Promise<RoutineOnMatter> {
  const settings = await readSettings(scope);
  const now = zonedTime(settings.timeZone, services.now());
  const plan = planRoutine(content, matter, { calendar: calendarOf(settings), now, answers });
  const messages: PlannedMessage[] = [];
  const names = new Map<string, string>();
  const problems: RoutineRun['problems'] = plan.problems.map(({ code, where, params }) => ({
    code,
    where,
    params: { ...params },
  }));
  for (const [at, step] of plan.steps.entries()) {
    if (step.does !== 'send' && step.does !== 'document') continue;
    const template = await findStartable(scope, step.templateId);
    if (!template) {
      problems.push({ code: 'templateGone', where: at, params: {} });
      continue;
    }
    names.set(step.templateId, template.name);
    if (step.does === 'document') continue;
    const beginning = { matter: step.on, channel: template.channel, answers };
    const { desk, notes, reasons } = await composeChecked(services, scope, template, beginning, (usual) =>
      unasked ? { ...usual, unasked } : usual,
    );
    for (const { code, params } of reasons)
      problems.push({ code, where: at, params: { ...params, template: template.name } });
    messages.push({ templateId: step.templateId, templateName: template.name, desk, notes });
  }
  return { matter, plan, messages, names, problems };
}

/** The same as it is told: steps in the parts of their words, messages as they would be read. */
export function viewPlan({
  plan,
  messages,
  names,
  problems,
  matter,
}: RoutineOnMatter): Pick<RoutineRun, 'steps' | 'messages' | 'asked' | 'answers' | 'problems'> {
  const { currency } = matter.type;
  const blanks = new Map(
    messages.flatMap(({ desk }) =>
      desk.message.blanks.map((blank) => [blank.key, viewBlank(blank, currency)] as const),
    ),
  );
  const values = plan.asked.map((asked) => viewBlank({ ...asked, required: true }, currency));
  return {
    steps: plan.steps.map((step) => viewStep(step, matter, messages, names)),
    messages: messages.map(({ desk, notes, templateName }) => {
      const { message, reader } = desk;
      const { subject, text } = finishMessage(message, reader, message.sendOptions, desk.settings);
      return {
        messageId: null,
        templateName,
        channel: message.channel,
        to: namesOf(message.recipients.to),
        cc: namesOf(message.recipients.cc),
        bcc: namesOf(message.recipients.bcc),
        subject,
        text,
        subjectNodes: structuredClone([...message.subject]),
        body: { ...message.body },
        blanks: message.blanks.map((blank) => viewBlank(blank, currency)),
        answers: { ...message.answers },
        late: { ...lateTexts(message, reader) },
        enclosures: message.enclosures.map(({ fileName }) => fileName),
        notes: viewNotes(notes),
      };
    }),
    asked: [...values, ...blanks.values()],
    answers: Object.assign({}, ...messages.map(({ desk }) => desk.message.answers)) as Record<string, string>,
    problems,
  };
}

function viewStep(
  step: PlannedStep<StoredMatter>,
  { type }: StoredMatter,
  messages: readonly PlannedMessage[],
  names: ReadonlyMap<string, string>,
): DoneStep {
  switch (step.does) {
    case 'send':
    case 'document': {
      const { does, templateId } = step;
      const message = messages.find((one) => one.desk.matter === step.on && one.templateId === templateId);
      return {
        does,
        templateId,
        name: names.get(templateId) ?? '',
        to: does === 'send' && message ? namesOf(message.desk.message.recipients.to) : [],
      };
    }
    case 'followUp':
      return { does: 'followUp', what: step.what, dueOn: step.dueOn };
    case 'stage':
      return {
        does: 'stage',
        label: step.label,
        from: type.stages.find(({ key }) => key === step.from)?.label ?? step.from,
      };
    case 'date':
      return { does: 'date', label: step.label, date: step.date };
    case 'fact':
      return { does: 'fact', label: step.label, text: writeValue(step.value, 'plain') };
    default:
      return step satisfies never;
  }
}

/** How a made document is called: its template's name and the day. */
export const documentName = (template: string, on: Parameters<typeof formatDate>[0]): string =>
  `${template}, ${formatDate(on, 'long')}`;
