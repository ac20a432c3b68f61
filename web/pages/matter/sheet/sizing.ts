/** Browsers that size a field by its content need no guess from letters. */
export const sizedByContent = typeof CSS !== 'undefined' && CSS.supports('field-sizing', 'content');
