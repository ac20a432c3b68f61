import { compile } from '../../core/merge/compile.ts';
import type { Program } from '../../core/merge/compile.ts';
import { foldName } from '../../core/checks/words.ts';
import { allInline, inlineOf } from '../../core/template/walk.ts';
import type { InlineNode } from '../../core/template/document.ts';
import type { Database } from '../repositories/database.ts';
import { currentVersionIds, listTemplates } from '../repositories/templates.ts';
import type { TemplateVersion } from '../repositories/templates.ts';

export interface CompiledTemplate extends TemplateVersion {
  readonly program: Program;
  /** Its own wording, folded, for finding by what is inside. */
  readonly words: string;
}

/** Templates compiled once a version. A version never changes, so what was compiled of it holds for ever. */
export interface ProgramCache {
  readonly current: (db: Database) => Promise<readonly CompiledTemplate[]>;
  readonly find: (db: Database, templateId: string) => Promise<CompiledTemplate | undefined>;
}

export function programCache(): ProgramCache {
  let templates: readonly CompiledTemplate[] = [];
  const current = async (db: Database): Promise<readonly CompiledTemplate[]> => {
    const versions = new Set(await currentVersionIds(db));
    const known =
      templates.length === versions.size && templates.every(({ versionId }) => versions.has(versionId));
    if (!known) templates = (await listTemplates(db)).map(compileTemplate);
    return templates;
  };
  const find = async (db: Database, templateId: string): Promise<CompiledTemplate | undefined> =>
    (await current(db)).find((template) => template.templateId === templateId);
  return { current, find };
}

function compileTemplate(template: TemplateVersion): CompiledTemplate {
  const { subject, body } = template.content;
  const nodes = [...allInline(subject), ...inlineOf(body.content)];
  return {
    ...template,
    program: compile(template.content),
    words: foldName(nodes.map(ownWords).join(' ')).slice(0, 2_000),
  };
}

const ownWords = (node: InlineNode): string => (node.type === 'text' ? node.text : '');
