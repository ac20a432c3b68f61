export { TemplatesPage } from './TemplatesPage.tsx';
export { WorkshopPage } from './WorkshopPage.tsx';
export { HistoryPage } from './HistoryPage.tsx';
export { ReadinessPage } from './ReadinessPage.tsx';
export { PassagesPage } from './PassagesPage.tsx';
export { PassagePage } from './PassagePage.tsx';
export { BringInPage } from './BringInPage.tsx';
