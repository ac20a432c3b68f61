export { latestNamed, latestOfCategory, unmetDocuments } from './documents.ts';
export { likelihood, orderShelf, strongestReason } from './order.ts';
export type { DueReason, TemplateUse } from './order.ts';
export { readinessOf, suitsType } from './readiness.ts';
export type { Readiness } from './readiness.ts';
