export { TablePane } from './TablePane.tsx';
export { Crumb } from './Crumb.tsx';
export { MatterPage } from './MatterPage.tsx';
export type { MatterContext } from './MatterPage.tsx';
