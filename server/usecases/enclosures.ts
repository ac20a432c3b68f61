import { lineFill } from '../../core/merge/compile.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { oneLine } from '../../core/merge/fieldText.ts';
import { safeFileName } from '../../core/mime/plan.ts';
import { asId } from '../../core/model/ids.ts';
import type { DocumentId } from '../../core/model/ids.ts';
import { latestOfCategory } from '../../core/shelf/index.ts';
import type { InlineDocument } from '../../core/template/document.ts';
import type { DocumentRule, TemplateContent } from '../../core/template/template.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import type { StoredMatter } from '../repositories/matters.ts';
import type { StoredEnclosure } from '../repositories/messages.ts';
import { makeLetter } from './letters.ts';

type Wanted = { readonly documentId: string; readonly fileName?: string };

/**
 * Encloses documents of a matter, each under its own file name or the one given; its ending stays what it is. What is
 * enclosed already may stay although it is no document of the matter: a file of the template's, or a letter made for it.
 */
export function encloseDocuments(
  matter: StoredMatter,
  wanted: readonly Wanted[],
  already: readonly StoredEnclosure[] = [],
): readonly StoredEnclosure[] {
  return wanted.map(({ documentId, fileName }) => {
    const document = matter.documents.find(({ id }) => id === documentId);
    const enclosed = already.find((one) => one.documentId === documentId);
    if (!document && !enclosed)
      throw new HttpProblem(
        'unknownDocument',
        `A document that was to be enclosed is not on ${matter.reference}.`,
      );
    if (!document)
      return { ...enclosed, fileName: withEnding(fileName, enclosed?.fileName ?? '') } as StoredEnclosure;
    const { id, category, mediaType, sizeBytes, blob } = document;
    return {
      documentId: id,
      fileName: withEnding(fileName, document.fileName),
      category,
      mediaType,
      sizeBytes,
      blob,
    };
  });
}

function withEnding(wanted: string | undefined, own: string): string {
  const dot = own.lastIndexOf('.');
  const ending = dot > 0 ? own.slice(dot) : '';
  if (wanted === undefined) return own;
  return wanted.toLowerCase().endsWith(ending.toLowerCase()) ? wanted : wanted + ending;
}

/** What a template encloses on a matter, each by its rule, then the documents that were asked for besides. */
export async function enclosuresByRule(
  office: Office,
  content: TemplateContent,
  matter: StoredMatter,
  reader: FieldReader,
  documentIds: readonly string[],
): Promise<readonly StoredEnclosure[]> {
  const byRule: StoredEnclosure[] = [];
  for (const rule of content.documents) byRule.push(...(await enclosureOf(office, rule, matter, reader)));
  const there = new Set<string>(byRule.map(({ documentId }) => documentId));
  const besides = [...new Set(documentIds)].filter((id) => !there.has(id));
  return [
    ...byRule,
    ...encloseDocuments(
      matter,
      besides.map((documentId) => ({ documentId })),
    ),
  ];
}

async function enclosureOf(
  office: Office,
  rule: DocumentRule,
  matter: StoredMatter,
  reader: FieldReader,
): Promise<readonly StoredEnclosure[]> {
  switch (rule.kind) {
    case 'latest': {
      const document = latestOfCategory(matter.documents, rule.category);
      if (!document) return [];
      const named = rule.fileName ? { fileName: fileNameFrom(rule.fileName, reader) } : {};
      return encloseDocuments(matter, [{ documentId: document.id, ...named }]);
    }
    case 'fixed': {
      const { name, blob, mediaType, sizeBytes } = rule;
      return [
        {
          documentId: madeId('file', blob),
          fileName: safeFileName(name),
          category: '',
          mediaType,
          sizeBytes,
          blob,
        },
      ];
    }
    case 'letter': {
      const letter = await makeLetter(office, rule.templateId, reader);
      if (!letter) return [];
      const name = rule.fileName ? fileNameFrom(rule.fileName, reader) : rule.name;
      return [
        {
          documentId: madeId('letter', letter.blob),
          fileName: withEnding(name, `${name}.pdf`),
          category: letter.category,
          mediaType: 'application/pdf',
          sizeBytes: letter.sizeBytes,
          blob: letter.blob,
        },
      ];
    }
    case 'ask':
      return [];
    default:
      return rule satisfies never;
  }
}

/** An id for what is enclosed and stands on no matter: the same bytes are the same enclosure. */
export const madeId = (kind: 'file' | 'letter' | 'entry' | 'made', blob: string): DocumentId =>
  asId<DocumentId>(`${kind}-${blob.slice(0, 40)}`);

const fileNameFrom = (nodes: InlineDocument, reader: FieldReader): string =>
  safeFileName(oneLine(lineFill(nodes)({ reader, blanks: [], answers: {}, open: new Map() })));
