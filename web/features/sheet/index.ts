export { SheetPane } from './SheetPane.tsx';
