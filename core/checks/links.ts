import type { CheckInput } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

/** Words that are themselves an address: of a page, or of a mailbox. */
const PAGE = /^(?:https?:\/\/)?((?:[\p{L}\p{N}-]+\.)+\p{L}{2,})(?:[/?#].*)?$/iu;
const MAILBOX = /^[^\s@]+@[^\s@]+\.[^\s@]+$/u;

/** A link whose words name one place while it leads to another: what a reader would take for a trick. */
export function checkLinks({ links }: CheckInput): readonly Note[] {
  return links.flatMap(({ block, words, href }): readonly Note[] => {
    const said = words.trim();
    const leads = href.replace(/^(?:mailto|tel):/iu, '').split('?')[0] ?? '';
    const differs = MAILBOX.test(said)
      ? said.toLowerCase() !== leads.toLowerCase()
      : hostOf(said) !== undefined && hostOf(said) !== hostOf(href);
    if (!differs) return [];
    return [
      caution('linkDiffers', { part: 'body', block, words: said }, { words: said, href }, [
        { kind: 'replaceWords', block, words: said, by: leads.replace(/^https?:\/\//iu, '') },
      ]),
    ];
  });
}

/** The host that words or a link name, without `www.`; undefined where they name none. */
const hostOf = (text: string): string | undefined =>
  PAGE.exec(text.trim())?.[1]
    ?.toLowerCase()
    .replace(/^www\./u, '');
