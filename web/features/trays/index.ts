export { Discarded } from './Discarded.tsx';
export { OnItsWay } from './OnItsWay.tsx';
export { OutTrayPage } from './OutTrayPage.tsx';
export { TrayLink } from './TrayLink.tsx';
export { useDiscardMutation } from './api.ts';
