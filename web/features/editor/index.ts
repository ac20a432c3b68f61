export { useKeepPictureMutation } from './api.ts';
export { pictureNode } from './pictureNode.ts';
export { bodyBase, lineBase } from './baseExtensions.ts';
export { PUT_IN_SIGN, PutIn } from './putIn.ts';
export type { PutInItem } from './PutInList.tsx';
export { TemplatePlacesContext, isRepeated } from './templateContext.ts';
export { templateBody, templateLine } from './templateNodes.tsx';
