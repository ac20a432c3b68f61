export { FindAnything } from './FindAnything.tsx';
export { MattersPage } from './MattersPage.tsx';
export { FindMatter } from './FindMatter.tsx';
