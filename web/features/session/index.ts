export { PersonMenu } from './PersonMenu.tsx';
export { SignInPage } from './SignInPage.tsx';
export { useSessionQuery } from './api.ts';
