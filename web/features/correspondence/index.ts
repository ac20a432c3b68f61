export { CorrespondencePage } from './CorrespondencePage.tsx';
export { KeptSafe } from './KeptSafe.tsx';
