export { ShelfPane } from './ShelfPane.tsx';
export { StartLink } from './StartLink.tsx';
export { useShelfQuery, useStartMessageMutation } from './api.ts';
