import type { EnclosureChoice } from '../../../contract/messages.ts';
import { withEnding } from '../../../core/compose/index.ts';
import type { StoredMatter } from '../../matters/matter.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { StoredEnclosure } from '../message.ts';
import { documentEnclosure } from './fetchWanted.ts';

/**
 * The enclosures of a draft as its writer wants them: documents of the matter, and what is enclosed already from elsewhere,
 * each under the name given. A document is taken as it stands on the matter now.
 */
export const orderEnclosures = (
  matter: StoredMatter,
  wanted: readonly EnclosureChoice[],
  already: readonly StoredEnclosure[],
): readonly StoredEnclosure[] =>
  wanted.map((choice) => {
    const { fileName } = choice;
    if (!('documentId' in choice)) {
      const enclosed = already.find(({ id }) => id === choice.id);
      if (enclosed) return { ...enclosed, fileName: withEnding(fileName, enclosed.fileName) };
    } else {
      const document = matter.documents.find(({ id }) => id === choice.documentId);
      if (document) return documentEnclosure(document, fileName);
      // It was enclosed while it stood on the matter; its bytes are still here.
      const enclosed = already.find((one) => one.kind === 'document' && one.documentId === choice.documentId);
      if (enclosed) return { ...enclosed, fileName: withEnding(fileName, enclosed.fileName) };
    }
    throw new DomainProblem('unknownDocument', [
      { code: 'documentNotOnMatter', reference: matter.reference },
    ]);
  });
