import type { Office } from '../../app/services.ts';
import type { TemplateContent, DocumentRule } from '../../../core/template/template.ts';
import type { StoredMatter } from '../../matters/queries.ts';
import type { FieldReader } from '../../../core/merge/fieldReader.ts';
import type { StoredEnclosure } from '../message.ts';
import { encloseDocuments, withEnding } from './encloseDocuments.ts';
import { latestOfCategory } from '../../../core/shelf/index.ts';
import { madeId } from './madeId.ts';
import { safeFileName } from '../../../core/mime/plan.ts';
import { makeLetter } from '../letters.ts';
import type { InlineDocument } from '../../../core/template/document.ts';
import { oneLine } from '../../../core/merge/fieldText.ts';
import { lineFill } from '../../../core/merge/compile.ts';

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

const fileNameFrom = (nodes: InlineDocument, reader: FieldReader): string =>
  safeFileName(oneLine(lineFill(nodes)({ reader, blanks: [], answers: {}, open: new Map() })));
