import type { VerificationFound } from '../../../contract/exports.ts';
import { writeNumber } from '../dates.ts';

type Needed = NonNullable<VerificationFound['brokenFiles'][number]['neededBy'][number]>;

/** What a place is called, before the name of what lies there. */
const PLACES: Readonly<Record<Needed['place'], string>> = {
  entry: 'the bytes of',
  attachment: 'the attachment',
  document: 'the document',
  leaving: 'a message on its way',
  draft: 'with a message being written:',
  picture: 'a picture of the letters',
  incoming: 'a message in the in-tray',
  incomingFile: 'a file with a message in the in-tray',
  deliveryReport: 'a delivery report',
  templateFile: 'a file of a template',
};
const SOMEWHERE = 'something on a restricted matter';

function neededWords(needed: Needed | null): string {
  if (!needed) return SOMEWHERE;
  const { place, name, subject, reference } = needed;
  const about = subject === null ? '' : name === null ? `“${subject}”` : `with “${subject}”`;
  const words = [PLACES[place], name ?? '', about].filter(Boolean).join(' ');
  return reference === null ? words : `${words}, ${reference}`;
}

const brokenWords = ({ sha256, why, neededBy }: VerificationFound['brokenFiles'][number]): string =>
  `${sha256.slice(0, 12)} ${why === 'changed' ? 'has other bytes' : 'cannot be read'}: ${[...new Set(neededBy.map(neededWords))].join('; ')}`;

/** What a check found, a line each. */
export function verificationLines(found: VerificationFound): readonly string[] {
  const { entries, brokenSeal, files, broken, brokenFiles, notFindable, oneNotFindable, strayWords } = found;
  const at = brokenSeal && (brokenSeal.subject === null ? SOMEWHERE : `“${brokenSeal.subject}”`);
  return [
    at === null
      ? `The seals of all ${writeNumber(entries)} entries hold.`
      : `Of ${writeNumber(entries)} entries the seals hold up to ${at}: it, or what stands before it, was changed.`,
    broken === 0
      ? `All ${writeNumber(files)} stored files are what they were.`
      : `Of ${writeNumber(files)} stored files ${writeNumber(broken)} are no longer what they were:`,
    ...brokenFiles.map(brokenWords),
    notFindable === 0
      ? 'Every entry is found by its words.'
      : `${writeNumber(notFindable)} entries are not found by their words, ${oneNotFindable === null ? SOMEWHERE : `“${oneNotFindable}”`} among them.`,
    ...(strayWords === 0
      ? []
      : [`The index of words has ${writeNumber(strayWords)} rows that are no entry’s.`]),
    ...(brokenSeal || broken > 0
      ? ['Nothing was changed by looking. Bring back what is broken from a backup, then look again.']
      : []),
  ];
}
