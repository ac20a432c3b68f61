import { fitsFact } from '../model/factValue.ts';
import type { MatterType } from '../model/matter.ts';
import type { Problem } from '../model/problem.ts';
import { pathsOf } from '../values/conditions.ts';
import type { OfferedOn, RoutineContent, RoutineStep } from './routine.ts';

/** What a routine can name wrongly, whatever the matter. */
export type RoutineProblemCode =
  | 'noSteps'
  | 'templateGone'
  | 'notALetter'
  | 'typeGone'
  | 'noSuchStage'
  | 'noSuchDate'
  | 'noSuchFact'
  | 'factDoesNotFit'
  | 'noSuchField';

/** `where` is `steps.0`, `offeredOn.1`, `when` or `typeIds`. `params.type` names the type it fails on. */
export type RoutineProblem = Problem<RoutineProblemCode>;

/** What of a template a routine asks. */
export interface KnownTemplate {
  readonly templateId: string;
  readonly channel: 'email' | 'text' | 'letter';
  readonly madeFor?: readonly string[];
}

export interface RoutineCheck {
  readonly problems: readonly RoutineProblem[];
  /** Ids of the types on whose matters every step can be done. */
  readonly suits: readonly string[];
}

/**
 * Checks a routine against the practice. One for named types has to hold on each of them; one for every type is right where
 * any is left on whose matters it can be done.
 */
export function checkRoutine(
  content: RoutineContent,
  types: readonly MatterType[],
  templates: readonly KnownTemplate[],
): RoutineCheck {
  const meant = content.typeIds.length === 0 ? types : types.filter(({ id }) => content.typeIds.includes(id));
  const byType = meant.map((type) => ({ type, problems: problemsOn(content, type, templates) }));
  const suits = byType.filter(({ problems }) => problems.length === 0).map(({ type }) => type.id as string);
  const everywhere = [
    ...(content.steps.length === 0 ? [problem('noSteps', 'steps')] : []),
    ...content.steps.flatMap((step, at) => templateProblems(step, `steps.${at}`, templates)),
    ...(content.typeIds.some((id) => !types.some((type) => type.id === id))
      ? [problem('typeGone', 'typeIds')]
      : []),
  ];
  const inPlaces =
    content.typeIds.length === 0 && suits.length > 0 ? [] : byType.flatMap(({ problems }) => problems);
  return { problems: [...everywhere, ...inPlaces], suits: everywhere.length > 0 ? [] : suits };
}

function templateProblems(
  step: RoutineStep,
  where: string,
  templates: readonly KnownTemplate[],
): readonly RoutineProblem[] {
  if (step.does !== 'send' && step.does !== 'document') return [];
  const template = templates.find(({ templateId }) => templateId === step.templateId);
  if (!template) return [problem('templateGone', where)];
  return step.does === 'document' && template.channel !== 'letter' ? [problem('notALetter', where)] : [];
}

const problemsOn = (
  { steps, offeredOn, when }: RoutineContent,
  type: MatterType,
  templates: readonly KnownTemplate[],
): readonly RoutineProblem[] => [
  ...steps.flatMap((step, at) => stepProblems(step, `steps.${at}`, type, templates)),
  ...offeredOn.flatMap((one, at) => offerProblems(one, `offeredOn.${at}`, type)),
  ...(when ? pathsOf(when) : [])
    .filter((path) => !isKnown(path, type))
    .map((path) => problem('noSuchField', 'when', { path, type: type.name })),
];

function stepProblems(
  step: RoutineStep,
  where: string,
  type: MatterType,
  templates: readonly KnownTemplate[],
): readonly RoutineProblem[] {
  const named = { type: type.name };
  switch (step.does) {
    case 'stage':
      return hasStage(type, step.stage)
        ? []
        : [problem('noSuchStage', where, { ...named, stage: step.stage })];
    case 'date':
      return type.keyDates.some(({ key }) => key === step.key)
        ? []
        : [problem('noSuchDate', where, { ...named, key: step.key })];
    case 'fact': {
      const definition = type.facts.find(({ key }) => key === step.key);
      if (!definition) return [problem('noSuchFact', where, { ...named, key: step.key })];
      return step.value === null || fitsFact(step.value, definition)
        ? []
        : [problem('factDoesNotFit', where, { ...named, label: definition.label })];
    }
    case 'send':
    case 'document': {
      const template = templates.find(({ templateId }) => templateId === step.templateId);
      return template?.madeFor && !template.madeFor.includes(type.id)
        ? [problem('templateGone', where, named)]
        : [];
    }
    case 'followUp':
      return [];
    default:
      return step satisfies never;
  }
}

function offerProblems(offered: OfferedOn, where: string, type: MatterType): readonly RoutineProblem[] {
  if (offered.on === 'stage' && !hasStage(type, offered.stage))
    return [problem('noSuchStage', where, { type: type.name, stage: offered.stage })];
  if (offered.on === 'date' && !isKnown(offered.path, type))
    return [problem('noSuchField', where, { type: type.name, path: offered.path })];
  return [];
}

const hasStage = ({ stages }: MatterType, stage: string): boolean => stages.some(({ key }) => key === stage);

/** Whether conditions can ask a path of such matters. */
function isKnown(path: string, { facts, keyDates, calculated }: MatterType): boolean {
  const [source = '', key = ''] = path.split('.', 2);
  switch (source) {
    case 'day':
      return true;
    case 'fact':
      return facts.some((one) => one.key === key);
    case 'date':
      return keyDates.some((one) => one.key === key);
    case 'calculated':
      return calculated.some((one) => one.key === key);
    default:
      return false;
  }
}

const problem = (
  code: RoutineProblemCode,
  where: string,
  params: RoutineProblem['params'] = {},
): RoutineProblem => ({ code, where, params });
