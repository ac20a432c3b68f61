/** Endings of files that can be made pages of, and so printed. */
const MADE_PAGES = ['docx', 'txt', 'png', 'jpg', 'jpeg'];

/** What a file's name ends in, in small letters, without the dot. */
export const endingOf = (name: string): string => name.slice(name.lastIndexOf('.') + 1).toLowerCase();

/** Whether a file of this name can be made a PDF. */
export const canBePdf = (name: string): boolean => MADE_PAGES.includes(endingOf(name));

/** Whether a file of this name can be printed: a PDF as it is, others as the PDF that is made of them. */
export const isPrintable = (name: string): boolean => endingOf(name) === 'pdf' || canBePdf(name);
