export { latestOfCategory } from './documents.ts';
export { orderShelf } from './order.ts';
export type { ShelfItem, TemplateUse } from './order.ts';
export { readinessOf } from './readiness.ts';
export type { Readiness, UnavailableReason } from './readiness.ts';
