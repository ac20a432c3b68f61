export { PracticePage } from './PracticePage.tsx';
export { MatterTypePage } from './MatterTypePage.tsx';
export { useMatterTypesQuery } from './api.ts';
export { usePracticeQuery, useSendingQuery } from './api.ts';
export { SendingPage } from './SendingPage.tsx';
