import { compile } from '../../core/merge/compile.ts';
import type { Program } from '../../core/merge/compile.ts';
import { tidyBlocks } from '../../core/merge/tidy.ts';
import { foldName } from '../../core/model/words.ts';
import type { BlockNode, InlineNode } from '../../core/template/document.ts';
import { expandPassages } from '../../core/template/passages.ts';
import type { Passages } from '../../core/template/passages.ts';
import { PLAIN_SIGNATURE } from '../../core/template/signature.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { allInline, inlineOf } from '../../core/template/walk.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { passageVersionIds, readPassages, signaturePassageId } from './passageQueries.ts';
import { currentVersionIds, listTemplates } from './queries.ts';
import type { TemplateVersion } from './queries.ts';

export interface CompiledTemplate extends TemplateVersion {
  readonly program: Program;
  /** Its own wording, folded, for finding by what is inside. */
  readonly words: string;
}

/**
 * Templates compiled once a version and passages. A version never changes, so what was compiled of it holds until a
 * passage does.
 */
export interface ProgramCache {
  readonly current: (db: Database) => Promise<readonly CompiledTemplate[]>;
  /** The templates that somebody may start: all but what is private to others. */
  readonly startable: (db: Database, personId: string) => Promise<readonly CompiledTemplate[]>;
  readonly find: (db: Database, templateId: string) => Promise<CompiledTemplate | undefined>;
  readonly passages: (db: Database) => Promise<Passages>;
  /** The default signature of a person, ready to be filled. The same object as long as its wording is the same. */
  readonly signatureOf: (db: Database, personId: string) => Promise<readonly BlockNode[]>;
}

export function programCache(): ProgramCache {
  let stamp = '';
  let passageStamp = '';
  let templates: readonly CompiledTemplate[] = [];
  let passages: Passages = new Map();
  let signatures = new Map<string, readonly BlockNode[]>();
  const plain = tidyBlocks(PLAIN_SIGNATURE);

  const currentPassages = async (db: Database): Promise<Passages> => {
    const now = (await passageVersionIds(db)).sort().join(' ');
    if (now !== passageStamp) {
      passages = await readPassages(db);
      signatures = new Map();
      passageStamp = now;
    }
    return passages;
  };
  const current = async (db: Database): Promise<readonly CompiledTemplate[]> => {
    const wording = await currentPassages(db);
    const now = `${(await currentVersionIds(db)).join('\n')}\n${passageStamp}`;
    if (now !== stamp) {
      templates = (await listTemplates(db)).map((template) => compileTemplate(template, wording));
      stamp = now;
    }
    return templates;
  };
  const find = async (db: Database, templateId: string): Promise<CompiledTemplate | undefined> =>
    (await current(db)).find((template) => template.templateId === templateId);
  const startable = async (db: Database, personId: string): Promise<readonly CompiledTemplate[]> =>
    (await current(db)).filter(({ standing, ownerId }) => standing !== 'private' || ownerId === personId);
  const signatureOf = async (db: Database, personId: string): Promise<readonly BlockNode[]> => {
    const wording = await currentPassages(db);
    const id = await signaturePassageId(db, personId);
    const body = id === undefined ? undefined : wording.get(id)?.body;
    if (id === undefined || !body) return plain;
    const known = signatures.get(id);
    if (known) return known;
    const made = tidyBlocks(expandPassages(body.content, wording));
    signatures.set(id, made);
    return made;
  };
  return { current, startable, find, passages: currentPassages, signatureOf };
}

const compileTemplate = (template: TemplateVersion, passages: Passages): CompiledTemplate => ({
  ...template,
  program: compile(template.content, passages),
  words: wordsOf(template.content),
});

/** How much of a wording is looked through when somebody types words of it. */
const MAX_WORDS = 2_000;

/** A template's own wording, folded, for finding by what is inside. */
export function wordsOf({ subject, body }: Pick<TemplateContent, 'subject' | 'body'>): string {
  const nodes = [...allInline(subject), ...inlineOf(body.content)];
  return foldName(nodes.map(ownWords).join(' ')).slice(0, MAX_WORDS);
}

const ownWords = (node: InlineNode): string => (node.type === 'text' ? node.text : '');
