import type { DecisionJson, FoundFile } from '../../../../contract/imports.ts';

/** One file on its way to become a template: what it will be called, and what takes the place of each code. */
export interface Found extends FoundFile {
  readonly name: string;
  readonly decisions: Readonly<Record<string, DecisionJson>>;
}

const nameFrom = (fileName: string): string =>
  fileName
    .replace(/\.[^.]+$/, '')
    .replace(/[_-]+/g, ' ')
    .trim()
    .slice(0, 120) || 'Imported';

/** A file as it was read, each code and gap decided as is proposed. */
export const foundFrom = (file: FoundFile): Found => ({
  ...file,
  name: nameFrom(file.fileName),
  decisions: Object.fromEntries(file.gaps.map(({ key, proposed }) => [key, proposed])),
});
