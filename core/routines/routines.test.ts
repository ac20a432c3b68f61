import { describe, expect, it } from 'vitest';
import { asId } from '../model/ids.ts';
import type { MatterType } from '../model/matter.ts';
import { dateValue, textValue } from '../model/value.ts';
import { calendar, day, matter as fixture, surveyType as fixtureType } from '../tests/fixtures.ts';
import { checkRoutine, daysInOrder, nextOf, occasionsOf, planRoutine } from './index.ts';
import type { MatterNow, RoutineContent, RoutineStep } from './index.ts';

const [firstStage, lastStage] = ['draft', 'closed'];
const surveyType: MatterType = {
  ...fixtureType,
  stages: [...fixtureType.stages, { key: lastStage, label: 'Closed', closes: true }],
};
const matter = { ...fixture, type: surveyType };
const keyDate = surveyType.keyDates[0]?.key ?? '';
const fact = surveyType.facts.find(({ kind }) => kind === 'text')?.key ?? '';
const routine = (change: Partial<RoutineContent> = {}): RoutineContent => ({
  name: 'Close the survey',
  about: '',
  typeIds: [],
  roles: [],
  steps: [],
  offeredOn: [],
  ...change,
});
// The Wednesday before Christmas: 25 and 28 December are holidays of the calendar.
const now = { date: day('2026-12-23'), hour: 10, minute: 0 };
const plan = (steps: readonly RoutineStep[], answers = {}) =>
  planRoutine(routine({ steps }), matter, { calendar, now, answers });

describe('planRoutine', () => {
  it('says what each step would do, a follow-up over the holidays among them', () => {
    const { steps, problems, after } = plan([
      { does: 'followUp', what: 'Ring them', workingDays: 3 },
      { does: 'date', key: keyDate, workingDays: 0 },
      { does: 'stage', stage: lastStage },
    ]);
    expect(problems).toEqual([]);
    expect(steps).toMatchObject([
      { does: 'followUp', dueOn: '2026-12-30' },
      { does: 'date', key: keyDate, date: '2026-12-23' },
      { does: 'stage', stage: lastStage, from: matter.stage },
    ]);
    expect(after).toMatchObject({ stage: lastStage, dates: { [keyDate]: '2026-12-23' } });
  });

  it('lets a message speak of the matter as the steps before it leave it, and not of those after', () => {
    const { steps } = plan([
      { does: 'send', templateId: 'before' },
      { does: 'fact', key: fact, value: textValue('changed') },
      { does: 'send', templateId: 'after' },
    ]);
    const [before, , after] = steps;
    expect(before).toMatchObject({ on: { facts: matter.facts } });
    expect(after).toMatchObject({ on: { facts: { [fact]: textValue('changed') } } });
  });

  it('asks for a value, and does nothing until it is there and can be read', () => {
    const steps: RoutineStep[] = [{ does: 'date', key: keyDate, workingDays: null }];
    expect(plan(steps)).toMatchObject({
      asked: [{ key: `date:${keyDate}`, kind: 'date' }],
      problems: [{ code: 'notAnswered', where: 0 }],
    });
    expect(plan(steps, { [`date:${keyDate}`]: 'no day at all' })).toMatchObject({
      problems: [{ code: 'answerNotRead', where: 0 }],
    });
    expect(plan(steps, { [`date:${keyDate}`]: '4 January 2027' })).toMatchObject({
      steps: [{ does: 'date', date: '2027-01-04' }],
      problems: [],
    });
  });

  it.each<[string, RoutineStep]>([
    ['noSuchStage', { does: 'stage', stage: 'nowhere' }],
    ['noSuchDate', { does: 'date', key: 'nowhere', workingDays: 0 }],
    ['noSuchFact', { does: 'fact', key: 'toString', value: null }],
    ['factDoesNotFit', { does: 'fact', key: fact, value: dateValue(day('2026-12-01')) }],
  ])('names what a matter of this type does not have: %s', (code, step) => {
    expect(plan([{ does: 'followUp', what: 'x', workingDays: 1 }, step])).toMatchObject({
      problems: [{ code, where: 1 }],
    });
  });

  it('is for the matter types it names alone', () => {
    const elsewhere = planRoutine(routine({ typeIds: ['another'] }), matter, { calendar, now, answers: {} });
    expect(elsewhere.problems).toMatchObject([{ code: 'notForThisType', where: -1 }]);
  });
});

describe('occasionsOf', () => {
  const at: MatterNow = {
    typeId: surveyType.id,
    stage: firstStage,
    read: (path) => (path === 'date.expires' ? dateValue(day('2027-01-12')) : undefined),
    today: day('2026-12-23'),
    unanswered: [{ entryId: 'e1', workingDays: 6 }],
    documents: [
      { id: 'd1', category: 'Terms signed', addedOn: day('2026-12-20') },
      { id: 'd2', category: 'Terms signed', addedOn: day('2026-10-01') },
    ],
  };
  const offered = (...offeredOn: RoutineContent['offeredOn']) =>
    occasionsOf(routine({ offeredOn }), at).map(({ key }) => key);

  it('is offered at a stage, near a day, when an answer is overdue, and when a document came', () => {
    expect(offered({ on: 'stage', stage: firstStage })).toEqual([`stage:${firstStage}`]);
    expect(offered({ on: 'stage', stage: lastStage })).toEqual([]);
    const near = { on: 'date', path: 'date.expires' } as const;
    expect(offered({ ...near, fromDays: 0, untilDays: 20 })).toEqual(['date:date.expires:2027-01-12']);
    expect(offered({ ...near, fromDays: 0, untilDays: 19 })).toEqual([]);
    expect(offered({ ...near, fromDays: 21, untilDays: 30 })).toEqual([]);
    expect(offered({ on: 'overdue', workingDays: 5 })).toEqual(['overdue:e1']);
    expect(offered({ on: 'overdue', workingDays: 6 })).toEqual([]);
    expect(offered({ on: 'document', category: 'Terms signed', days: 30 })).toEqual(['document:d1']);
  });

  it('is offered only where its condition holds, and on the types it is for', () => {
    const offeredOn = [{ on: 'stage', stage: firstStage }] as const;
    const asked = (op: 'filled' | 'empty') =>
      occasionsOf(
        routine({
          offeredOn,
          when: { join: 'all', conditions: [{ path: 'date.expires', test: { op } }] },
        }),
        at,
      );
    expect(asked('filled')).toHaveLength(1);
    expect(asked('empty')).toEqual([]);
    expect(occasionsOf(routine({ offeredOn, typeIds: ['another'] }), at)).toEqual([]);
  });

  it('does not calculate for a routine that nothing speaks for', () => {
    const read = (): never => {
      throw new Error('asked in vain');
    };
    const when = { join: 'all', conditions: [{ path: 'calculated.x', test: { op: 'filled' } }] } as const;
    expect(
      occasionsOf(routine({ offeredOn: [{ on: 'stage', stage: lastStage }], when }), { ...at, read }),
    ).toEqual([]);
  });
});

describe('checkRoutine', () => {
  const other: MatterType = { ...surveyType, id: asId('other'), name: 'Advice', stages: [], keyDates: [] };
  const types = [surveyType, other];
  const known = [
    { templateId: 'mail', channel: 'email' },
    { templateId: 'paper', channel: 'letter' },
    { templateId: 'elsewhere', channel: 'email', madeFor: ['other'] },
  ] as const;
  const check = (change: Partial<RoutineContent>) => checkRoutine(routine(change), types, known);

  it('wants something to do, with templates that are there', () => {
    expect(check({}).problems).toMatchObject([{ code: 'noSteps' }]);
    expect(check({ steps: [{ does: 'send', templateId: 'gone' }] })).toMatchObject({
      problems: [{ code: 'templateGone', where: 'steps.0' }],
      suits: [],
    });
    expect(check({ steps: [{ does: 'document', templateId: 'mail' }] }).problems).toMatchObject([
      { code: 'notALetter' },
    ]);
    expect(check({ steps: [{ does: 'document', templateId: 'paper' }] }).problems).toEqual([]);
  });

  it('holds on every type it names; on some where it names none', () => {
    const steps = [{ does: 'stage', stage: firstStage }] as const;
    expect(check({ steps })).toMatchObject({ problems: [], suits: [surveyType.id] });
    expect(check({ steps, typeIds: ['other'] })).toMatchObject({
      problems: [{ code: 'noSuchStage', where: 'steps.0', params: { type: 'Advice' } }],
      suits: [],
    });
    expect(check({ steps, typeIds: ['gone'] }).problems).toMatchObject([{ code: 'typeGone' }]);
    expect(
      check({ steps: [{ does: 'send', templateId: 'elsewhere' }], typeIds: [surveyType.id] }).problems,
    ).toMatchObject([{ code: 'templateGone', params: { type: surveyType.name } }]);
  });

  it('names days and conditions that such matters do not have', () => {
    const steps = [{ does: 'send', templateId: 'mail' }] as const;
    const when = { join: 'all', conditions: [{ path: 'fact.nowhere', test: { op: 'filled' } }] } as const;
    expect(check({ steps, when, typeIds: [surveyType.id] }).problems).toMatchObject([
      { code: 'noSuchField', where: 'when' },
    ]);
    expect(
      check({
        steps,
        typeIds: [surveyType.id],
        offeredOn: [{ on: 'date', path: 'date.nowhere', fromDays: 0, untilDays: 1 }],
      }).problems,
    ).toMatchObject([{ code: 'noSuchField', where: 'offeredOn.0' }]);
  });
});

describe('nextOf', () => {
  const plan = {
    steps: [
      { afterWorkingDays: 3, templateId: 'first' },
      { afterWorkingDays: 6, templateId: 'letter' },
    ],
    tellAfter: 8,
  };
  const startedOn = day('2026-12-23');

  it('counts working days after the message, over holidays', () => {
    expect(nextOf(plan, { startedOn, stepsDone: 0 }, calendar)).toEqual({
      does: 'remind',
      step: 0,
      dueOn: '2026-12-30',
    });
    // 1 January is a holiday too.
    expect(nextOf(plan, { startedOn, stepsDone: 1 }, calendar)).toMatchObject({ dueOn: '2027-01-05' });
    expect(nextOf(plan, { startedOn, stepsDone: 2 }, calendar)).toEqual({
      does: 'tell',
      dueOn: '2027-01-07',
    });
    expect(nextOf({ ...plan, tellAfter: null }, { startedOn, stepsDone: 2 }, calendar)).toEqual({
      does: 'end',
    });
  });

  it('keeps its reminders apart where one went late', () => {
    const late = { startedOn, stepsDone: 1, lastOn: day('2027-01-11') };
    expect(nextOf(plan, late, calendar)).toMatchObject({ dueOn: '2027-01-14' });
    expect(nextOf(plan, { ...late, lastOn: day('2026-12-30') }, calendar)).toMatchObject({
      dueOn: '2027-01-05',
    });
  });

  it('moves with a holiday that is put in later, and waits for no day that does not come', () => {
    const shut = { ...calendar, holidays: new Set([...calendar.holidays, day('2026-12-30')]) };
    expect(nextOf(plan, { startedOn, stepsDone: 0 }, shut)).toMatchObject({ dueOn: '2026-12-31' });
    expect(nextOf(plan, { startedOn, stepsDone: 0 }, { ...calendar, weekdays: new Set() })).toBeUndefined();
  });

  it('has its reminders one after the other', () => {
    expect(daysInOrder(plan)).toBe(true);
    expect(daysInOrder({ ...plan, tellAfter: 6 })).toBe(false);
    expect(daysInOrder({ ...plan, steps: [...plan.steps].reverse() })).toBe(false);
    expect(daysInOrder({ steps: [{ afterWorkingDays: 0, templateId: 'x' }], tellAfter: null })).toBe(false);
  });
});
