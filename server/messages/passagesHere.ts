import type { PassagesHere } from '../../contract/messages.ts';
import { compile } from '../../core/merge/compile.ts';
import { merge } from '../../core/merge/merge.ts';
import { inlineOf, wordsOfInline } from '../../core/template/walk.ts';
import { isOneLine } from '../../core/template/passages.ts';
import { documentOf } from '../../core/template/document.ts';
import type { DocumentNode, InlineNode } from '../../core/template/document.ts';
import type { Services } from '../platform/services.ts';
import { listPassages } from '../templates/passageQueries.ts';
import { openDraft } from './draftLayout.ts';
import type { PersonScope } from '../access/scope.ts';
import { currentPassages } from '../templates/compiled.ts';
import { BARE, signatureHere } from './signatureHere.ts';

const OPENING_CHARS = 160;

/**
 * Every passage in today's wording, filled in for a message's matter, so that its writer sees what will stand there. What
 * the record lacks is left as an empty place to write in, since a sheet's blanks come from its template alone.
 */
export async function passagesHere(
  services: Services,
  scope: PersonScope,
  id: string,
): Promise<PassagesHere> {
  const desk = await openDraft(services, scope, id);
  const { reader } = desk;
  const wording = await currentPassages(scope);
  const filled = (body: DocumentNode) => merge(compile({ ...BARE, body }, wording), reader);
  const items = (await listPassages(scope)).map((passage) => {
    const letter = filled(passage.body);
    const content = documentOf(letter.body.content).content.map((block) =>
      'content' in block && (block.type === 'paragraph' || block.type === 'heading')
        ? { ...block, content: (block.content ?? []).filter(isWritten) }
        : { ...block },
    );
    return {
      id: passage.id,
      name: passage.name,
      opening: wordsOfInline(inlineOf(letter.body.content)).trim().slice(0, OPENING_CHARS),
      content,
      oneLine: isOneLine(passage.body),
    };
  });
  const signature = await signatureHere(scope, desk);
  return {
    items: items.filter(({ content }) => content.length > 0),
    signature: signature.map((block) => ({ ...block })),
  };
}

const isWritten = (node: InlineNode): boolean => node.type !== 'blank';
