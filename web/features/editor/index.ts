export { bodyBase, lineBase } from './baseExtensions.ts';
export { PUT_IN_SIGN, PutIn } from './putIn.ts';
export type { PutInItem } from './PutInList.tsx';
export { TemplatePlacesContext, placeOf } from './templateContext.ts';
export { ShowWhenFrame, templateBlocks, templateInline } from './templateNodes.tsx';
