export { checkRoutine } from './checkRoutine.ts';
export type { KnownTemplate, RoutineCheck, RoutineProblem, RoutineProblemCode } from './checkRoutine.ts';
export { daysInOrder, nextOf } from './chaserPlan.ts';
export type { ChaseEnd, ChaseNext, ChaserPlanContent, ChaserStep } from './chaserPlan.ts';
export { occasionsOf } from './offered.ts';
export type { MatterNow, Occasion } from './offered.ts';
export { planRoutine } from './plan.ts';
export type { AskedValue, PlannedStep, PlanProblem, PlanProblemCode, RoutinePlan } from './plan.ts';
export type { OfferedOn, RoutineContent, RoutineStep } from './routine.ts';
