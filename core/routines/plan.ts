import { addWorkingDays } from '../dates/workingDays.ts';
import type { WorkingCalendar } from '../dates/workingDays.ts';
import type { ZonedTime } from '../dates/zonedClock.ts';
import { fitsFact } from '../model/factValue.ts';
import type { FactDefinition, MatterRecord } from '../model/matter.ts';
import { parsePlainDate } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { Problem } from '../model/problem.ts';
import type { Value } from '../model/value.ts';
import type { Answers } from '../template/blanks.ts';
import { readCell } from '../template/readCell.ts';
import { askedFor } from './routine.ts';
import type { RoutineContent, RoutineStep } from './routine.ts';

export type PlanProblemCode =
  | 'notForThisType'
  | 'noSuchStage'
  | 'noSuchDate'
  | 'noSuchFact'
  | 'factDoesNotFit'
  | 'notAnswered'
  | 'answerNotRead'
  | 'noWorkingDay';

/** Why a step cannot be done; `where` is its place among the steps, from 0, or -1 for the routine itself. */
export type PlanProblem = Problem<PlanProblemCode, number>;

/** What a step would do on this matter, today. `on` is the matter as the steps before leave it. */
export type PlannedStep<M extends MatterRecord> =
  | { readonly does: 'send' | 'document'; readonly templateId: string; readonly on: M }
  | { readonly does: 'followUp'; readonly what: string; readonly dueOn: PlainDate }
  | { readonly does: 'stage'; readonly stage: string; readonly label: string; readonly from: string }
  | { readonly does: 'date'; readonly key: string; readonly label: string; readonly date: PlainDate }
  | { readonly does: 'fact'; readonly key: string; readonly label: string; readonly value: Value };

/** What whoever runs it has to say, beside the blanks of the messages. */
export type AskedValue = FactDefinition;

export interface RoutinePlan<M extends MatterRecord> {
  readonly steps: readonly PlannedStep<M>[];
  readonly asked: readonly AskedValue[];
  /** A routine with one of them does nothing at all. */
  readonly problems: readonly PlanProblem[];
  /** The matter as the routine leaves it. */
  readonly after: M;
}

export interface PlanContext {
  readonly calendar: WorkingCalendar;
  readonly now: ZonedTime;
  readonly answers: Answers;
}

interface Step<M extends MatterRecord> {
  readonly planned?: PlannedStep<M>;
  readonly asked?: AskedValue;
  readonly problem?: PlanProblem;
}

/** Goes through a routine on a matter without doing anything: what each step would do, what is asked, what hinders it. */
export function planRoutine<M extends MatterRecord>(
  { typeIds, steps }: Pick<RoutineContent, 'typeIds' | 'steps'>,
  matter: M,
  context: PlanContext,
): RoutinePlan<M> {
  const problems: PlanProblem[] =
    typeIds.length > 0 && !typeIds.includes(matter.type.id)
      ? [problem('notForThisType', -1, { type: matter.type.name })]
      : [];
  const planned: PlannedStep<M>[] = [];
  const asked: AskedValue[] = [];
  let on = matter;
  for (const [at, step] of steps.entries()) {
    const done = planStep(step, at, on, context);
    if (done.asked) asked.push(done.asked);
    if (done.problem) problems.push(done.problem);
    if (!done.planned) continue;
    planned.push(done.planned);
    on = leftBy(done.planned, on);
  }
  return { steps: planned, asked, problems, after: on };
}

function planStep<M extends MatterRecord>(
  step: RoutineStep,
  at: number,
  on: M,
  context: PlanContext,
): Step<M> {
  switch (step.does) {
    case 'send':
    case 'document':
      return { planned: { does: step.does, templateId: step.templateId, on } };
    case 'followUp': {
      const dueOn = addWorkingDays(context.calendar, context.now.date, step.workingDays);
      return dueOn
        ? { planned: { does: 'followUp', what: step.what, dueOn } }
        : { problem: problem('noWorkingDay', at) };
    }
    case 'stage': {
      const stage = on.type.stages.find(({ key }) => key === step.stage);
      return stage
        ? { planned: { does: 'stage', stage: stage.key, label: stage.label, from: on.stage } }
        : { problem: problem('noSuchStage', at, { stage: step.stage, type: on.type.name }) };
    }
    case 'date':
      return planDate(step, at, on, context);
    case 'fact':
      return planFact(step, at, on, context);
    default:
      return step satisfies never;
  }
}

function planDate<M extends MatterRecord>(
  { key, workingDays }: Extract<RoutineStep, { readonly does: 'date' }>,
  at: number,
  { type }: M,
  { calendar, now, answers }: PlanContext,
): Step<M> {
  const known = type.keyDates.find((one) => one.key === key);
  if (!known) return { problem: problem('noSuchDate', at, { key, type: type.name }) };
  const { label } = known;
  if (workingDays !== null) {
    const date = addWorkingDays(calendar, now.date, workingDays);
    return date ? { planned: { does: 'date', key, label, date } } : { problem: problem('noWorkingDay', at) };
  }
  const asked = { key: askedFor('date', key), label, kind: 'date' } as const;
  const typed = answers[asked.key]?.trim() ?? '';
  if (typed === '') return { asked, problem: problem('notAnswered', at, { label }) };
  const read = readCell(asked, typed, { calendar, now, currency: type.currency });
  const date = parsePlainDate(typed) ?? (read?.kind === 'date' ? read.date : undefined);
  return date
    ? { asked, planned: { does: 'date', key, label, date } }
    : { asked, problem: problem('answerNotRead', at, { label, value: typed }) };
}

function planFact<M extends MatterRecord>(
  { key, value }: Extract<RoutineStep, { readonly does: 'fact' }>,
  at: number,
  { type }: M,
  { calendar, now, answers }: PlanContext,
): Step<M> {
  const definition = type.facts.find((one) => one.key === key);
  if (!definition) return { problem: problem('noSuchFact', at, { key, type: type.name }) };
  const { label } = definition;
  if (value !== null)
    return fitsFact(value, definition)
      ? { planned: { does: 'fact', key, label, value } }
      : { problem: problem('factDoesNotFit', at, { label, type: type.name }) };
  const asked = { ...definition, key: askedFor('fact', key) };
  const typed = answers[asked.key]?.trim() ?? '';
  if (typed === '') return { asked, problem: problem('notAnswered', at, { label }) };
  // A choice is answered by its key on a screen, by its label from a spreadsheet.
  const chosen = definition.choices?.find((one) => one.key === typed)?.label ?? typed;
  const read = readCell(definition, chosen, { calendar, now, currency: type.currency });
  return read && fitsFact(read, definition)
    ? { asked, planned: { does: 'fact', key, label, value: read } }
    : { asked, problem: problem('answerNotRead', at, { label, value: typed }) };
}

/** A matter as a step leaves it. */
function leftBy<M extends MatterRecord>(step: PlannedStep<M>, on: M): M {
  switch (step.does) {
    case 'stage':
      return { ...on, stage: step.stage };
    case 'date':
      return { ...on, dates: { ...on.dates, [step.key]: step.date } };
    case 'fact':
      return { ...on, facts: { ...on.facts, [step.key]: step.value } };
    case 'send':
    case 'document':
    case 'followUp':
      return on;
    default:
      return step satisfies never;
  }
}

const problem = (code: PlanProblemCode, where: number, params: PlanProblem['params'] = {}): PlanProblem => ({
  code,
  where,
  params,
});
