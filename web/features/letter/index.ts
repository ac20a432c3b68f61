export { LetterView, LineView } from './LetterView.tsx';
export { pictureUrl } from './pictures.ts';
