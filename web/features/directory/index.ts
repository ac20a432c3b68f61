export { DirectoryPage } from './DirectoryPage.tsx';
export { ContactPage } from './ContactPage.tsx';
export { ContactChoice } from './ContactChoice.tsx';
export { useCreateContactMutation } from './api.ts';
