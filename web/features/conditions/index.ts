export { ConditionForm } from './ConditionForm.tsx';
export type { AskedField } from './ConditionForm.tsx';
export { ShiftForm } from './ShiftForm.tsx';
