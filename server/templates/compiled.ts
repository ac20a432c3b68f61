import { compile } from '../../core/merge/compile.ts';
import type { Program } from '../../core/merge/compile.ts';
import { tidyBlocks } from '../../core/merge/tidy.ts';
import type { BlockNode } from '../../core/template/document.ts';
import { expandPassages } from '../../core/template/passages.ts';
import type { Passages } from '../../core/template/passages.ts';
import { speaks } from '../../core/template/template.ts';
import { PLAIN_SIGNATURE } from '../../core/template/signature.ts';
import { findPerson, listPeople } from '../access/peopleQueries.ts';
import { mayKnow } from '../access/mayKnow.ts';
import type { Scope } from '../access/scope.ts';
import { kept } from '../platform/database/kept.ts';
import type { Reads } from '../platform/database/reads.ts';
import { readPassages } from './passageQueries.ts';
import { findVersion, listTemplates } from './queries.ts';
import type { TemplateVersion } from './template.ts';
import { wordsOf } from './wordsOf.ts';

export interface CompiledTemplate extends TemplateVersion {
  readonly program: Program;
  /** Its own wording, folded, for finding by what is inside. */
  readonly words: string;
}

/** Every passage in today's wording, for compiling with. */
export const currentPassages: (reads: Reads) => Promise<Passages> = kept(['passages'], readPassages);

/**
 * Templates that can be started, compiled. A version never changes, so what was compiled of it holds until a passage does.
 * Whose they are is not asked here: nothing outside this file sees the list.
 */
const compiled = kept(['templates', 'passages'], async (reads): Promise<readonly CompiledTemplate[]> => {
  const passages = await currentPassages(reads);
  return (await listTemplates(reads)).map((template) => ({
    ...template,
    program: compile(template.content, passages),
    words: wordsOf(template.content),
  }));
});

/** The templates that the actor may start: all but what is private to others. */
export const startableTemplates = async (scope: Scope): Promise<readonly CompiledTemplate[]> =>
  (await compiled(scope)).filter((one) => mayKnow(scope, one));

/**
 * A version by its id, whosever it is: what a message was made from goes on being known. The current ones are at hand.
 */
export const versionOf = async (scope: Scope, versionId: string): Promise<TemplateVersion | undefined> =>
  (await compiled(scope)).find((template) => template.versionId === versionId) ??
  findVersion(scope, versionId);

/** A version as it can be merged, the current one or an earlier: its wording never changes, its passages are today's. */
export async function compiledVersion(
  scope: Scope,
  versionId: string,
): Promise<CompiledTemplate | undefined> {
  const current = (await compiled(scope)).find((template) => template.versionId === versionId);
  if (current) return current;
  const version = await findVersion(scope, versionId);
  return (
    version && {
      ...version,
      program: compile(version.content, await currentPassages(scope)),
      words: wordsOf(version.content),
    }
  );
}

/** The version of a template in a language, where it has one; its own wording is for everybody else. */
export const versionIn = async (
  scope: Scope,
  template: CompiledTemplate,
  language: string | undefined,
): Promise<CompiledTemplate | undefined> =>
  (await startableTemplates(scope)).find(
    ({ channel, content: { translation } }) =>
      channel === template.channel &&
      translation?.templateId === template.templateId &&
      speaks(language, translation.language),
  );

/** One of them by its id. */
export const findStartable = async (
  scope: Scope,
  templateId: string,
): Promise<CompiledTemplate | undefined> =>
  (await startableTemplates(scope)).find((template) => template.templateId === templateId);

const plain = tidyBlocks(PLAIN_SIGNATURE);

/** Default signatures by whose they are, their passages in place; whoever has none signs plainly. */
const signatures = kept(
  ['passages', 'people'],
  async (reads): Promise<ReadonlyMap<string, readonly BlockNode[]>> => {
    const passages = await currentPassages(reads);
    return new Map(
      (await listPeople(reads)).flatMap(({ id, signaturePassageId }) => {
        const body = signaturePassageId === undefined ? undefined : passages.get(signaturePassageId)?.body;
        return body ? [[id as string, tidyBlocks(expandPassages(body.content, passages))] as const] : [];
      }),
    );
  },
);

/**
 * The default signature of a person, or the plain one of whoever has none, ready to be filled; the chosen one of those they
 * have besides. The same object as long as its wording is the same.
 */
export async function signatureOf(
  reads: Reads,
  personId: string | undefined,
  chosen?: string,
): Promise<readonly BlockNode[]> {
  if (personId === undefined) return plain;
  const person = chosen === undefined ? undefined : await findPerson(reads, personId);
  if (chosen !== undefined && person?.furtherSignatures?.includes(chosen)) {
    const passages = await currentPassages(reads);
    const body = passages.get(chosen)?.body;
    if (body) return tidyBlocks(expandPassages(body.content, passages));
  }
  return (await signatures(reads)).get(personId) ?? plain;
}

/** What somebody has to sign with, by name; the default first. */
export async function signaturesOf(
  reads: Reads,
  personId: string | undefined,
): Promise<readonly { readonly id: string; readonly name: string }[]> {
  const person = personId === undefined ? undefined : await findPerson(reads, personId);
  if (!person) return [];
  const passages = await currentPassages(reads);
  return [person.signaturePassageId, ...(person.furtherSignatures ?? [])].flatMap((id) => {
    const passage = id === undefined ? undefined : passages.get(id);
    return id !== undefined && passage ? [{ id, name: passage.name }] : [];
  });
}
