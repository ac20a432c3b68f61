import { signerFor } from '../../core/compose/index.ts';
import { compile } from '../../core/merge/compile.ts';
import { merge } from '../../core/merge/merge.ts';
import { documentOf } from '../../core/template/document.ts';
import type { BlockNode } from '../../core/template/document.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import type { PersonScope } from '../access/scope.ts';
import { signatureOf } from '../templates/compiled.ts';
import type { DraftLayout } from './draftLayout.ts';

/** Wording alone, as a template that goes to nobody. */
export const BARE: Omit<TemplateContent, 'body'> = {
  recipients: { to: [], cc: [], bcc: [] },
  subject: [],
  blanks: [],
  documents: [],
  category: '',
};

/** The signature that a message bears by its sender, filled in. */
export async function signatureHere(scope: PersonScope, desk: DraftLayout): Promise<readonly BlockNode[]> {
  const { message, matter, sender, settings, reader } = desk;
  const signer = signerFor(message.sendOptions.sender, sender, matter, settings);
  const signature = await signatureOf(scope, signer.signatureOf, message.sendOptions.signature);
  return merge(compile({ ...BARE, body: documentOf(signature) }), reader).body.content;
}
