export { ShelfPane } from './ShelfPane.tsx';
export { useStartMessageMutation } from './api.ts';
