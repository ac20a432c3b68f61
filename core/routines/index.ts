export { checkRoutine } from './checkRoutine.ts';
export type { KnownTemplate, RoutineCheck } from './checkRoutine.ts';
export { daysInOrder, nextOf } from './chaserPlan.ts';
export type { ChaseEnd, ChaseNext, ChaserPlanContent } from './chaserPlan.ts';
export { occasionsOf } from './offered.ts';
export type { MatterNow, Occasion } from './offered.ts';
export { planRoutine } from './plan.ts';
export type { PlannedStep, RoutinePlan } from './plan.ts';
export type { RoutineContent, RoutineStep } from './routine.ts';
