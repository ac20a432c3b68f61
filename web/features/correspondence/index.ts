export { CorrespondencePage } from './CorrespondencePage.tsx';
