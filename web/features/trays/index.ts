export { Discarded } from './Discarded.tsx';
export { InTrayPage } from './InTrayPage.tsx';
export { MessageLine } from './MessageLine.tsx';
export { OnItsWay } from './OnItsWay.tsx';
export { OutTrayPage } from './OutTrayPage.tsx';
export { InTrayLink, TrayLink } from './TrayLink.tsx';
export { useDiscardMutation } from './api.ts';
export { useTakeInMutation } from './inTrayApi.ts';
