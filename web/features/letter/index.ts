export { InvitationCard } from './InvitationCard.tsx';
export { LetterFrame } from './LetterFrame.tsx';
export { LetterView, LineView } from './LetterView.tsx';
export { pictureUrl } from './pictures.ts';
