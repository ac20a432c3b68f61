import { lineFill } from '../merge/compile.ts';
import type { FieldReader } from '../merge/fieldReader.ts';
import { oneLine } from '../merge/fieldText.ts';
import { safeFileName } from '../mime/plan.ts';
import type { DocumentId } from '../model/ids.ts';
import type { MatterDocument } from '../model/matter.ts';
import { latestOfCategory } from '../shelf/documents.ts';
import type { InlineDocument } from '../template/document.ts';
import type { DocumentRule } from '../template/template.ts';
import type { TakenUp } from './input.ts';

/** What a message is to enclose, before any bytes are looked at or made. */
export type WantedEnclosure =
  | { readonly kind: 'document'; readonly documentId: DocumentId; readonly fileName?: string }
  | { readonly kind: 'file'; readonly fileId: string; readonly fileName: string }
  | { readonly kind: 'letter'; readonly templateId: string; readonly fileName: string }
  /** The practice’s own, by its name: which is the latest is looked up. */
  | { readonly kind: 'ofPractice'; readonly name: string }
  | { readonly kind: 'entry'; readonly entryId: string; readonly index: number; readonly fileName: string };

/** What a template encloses on a matter, by its rules, in their order. */
export const enclosuresByRule = (
  rules: readonly DocumentRule[],
  documents: readonly MatterDocument[],
  reader: FieldReader,
): readonly WantedEnclosure[] => rules.flatMap((rule) => byRule(rule, documents, reader));

function byRule(
  rule: DocumentRule,
  documents: readonly MatterDocument[],
  reader: FieldReader,
): readonly WantedEnclosure[] {
  switch (rule.kind) {
    case 'latest': {
      const document = latestOfCategory(documents, rule.category);
      if (!document) return [];
      const named = rule.fileName ? { fileName: fileNameFrom(rule.fileName, reader) } : {};
      return [{ kind: 'document', documentId: document.id, ...named }];
    }
    case 'fixed':
      return [{ kind: 'file', fileId: rule.fileId, fileName: safeFileName(rule.name) }];
    case 'letter': {
      const name = rule.fileName ? fileNameFrom(rule.fileName, reader) : rule.name;
      return [{ kind: 'letter', templateId: rule.templateId, fileName: withEnding(name, `${name}.pdf`) }];
    }
    case 'ofPractice':
      return [{ kind: 'ofPractice', name: rule.name }];
    case 'ask':
      return [];
    default:
      return rule satisfies never;
  }
}

/** What a template encloses, then the documents asked for besides, then what came with an entry that is passed on. */
export function enclosuresFor(
  rules: readonly DocumentRule[],
  documents: readonly MatterDocument[],
  reader: FieldReader,
  { documentIds = [], takenUp }: { readonly documentIds?: readonly string[]; readonly takenUp?: TakenUp },
): readonly WantedEnclosure[] {
  const ruled = enclosuresByRule(rules, documents, reader);
  const there = new Set(ruled.flatMap((one) => (one.kind === 'document' ? [one.documentId as string] : [])));
  const besides = [...new Set(documentIds)].filter((id) => !there.has(id));
  return [
    ...ruled,
    ...besides.map((id) => ({ kind: 'document', documentId: id as DocumentId }) as const),
    ...(takenUp?.how === 'forward' ? passedOn(takenUp) : []),
  ];
}

const passedOn = ({ entry }: TakenUp): readonly WantedEnclosure[] =>
  entry.attachments.map(({ name }, index) => ({
    kind: 'entry',
    entryId: entry.id,
    index,
    fileName: safeFileName(name),
  }));

/** A file's name as wanted, with the ending that the file has. */
export function withEnding(wanted: string | undefined, own: string): string {
  const dot = own.lastIndexOf('.');
  const ending = dot > 0 ? own.slice(dot) : '';
  if (wanted === undefined) return own;
  return wanted.toLowerCase().endsWith(ending.toLowerCase()) ? wanted : wanted + ending;
}

const fileNameFrom = (nodes: InlineDocument, reader: FieldReader): string =>
  safeFileName(oneLine(lineFill(nodes)({ reader, blanks: [], answers: {}, open: new Map() })));

/** What a template encloses, by the name that people know it by on a matter. */
export function enclosureWords(rule: DocumentRule, documents: readonly MatterDocument[]): string {
  switch (rule.kind) {
    case 'latest':
      return (
        latestOfCategory(documents, rule.category)?.name ??
        `no ${rule.category.toLowerCase()} on this matter yet`
      );
    case 'fixed':
    case 'letter':
    case 'ofPractice':
      return rule.name;
    case 'ask':
      return rule.label;
    default:
      return rule satisfies never;
  }
}
