export { latestOfCategory } from './documents.ts';
export { orderShelf } from './order.ts';
export type { TemplateUse } from './order.ts';
export { readinessOf } from './readiness.ts';
export type { Readiness } from './readiness.ts';
