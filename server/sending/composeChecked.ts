import type { Note } from '../../core/checks/index.ts';
import { readinessOf } from '../../core/shelf/index.ts';
import type { Readiness } from '../../core/shelf/index.ts';
import type { SendOptions } from '../../core/template/template.ts';
import type { PersonScope } from '../access/scope.ts';
import { composeOn } from '../messages/beginMessage.ts';
import { checkDraft } from '../messages/checkDraft.ts';
import { draftOf } from '../messages/draftOf.ts';
import { layoutDraft } from '../messages/draftLayout.ts';
import type { DraftLayout } from '../messages/draftLayout.ts';
import type { Beginning } from '../messages/gather.ts';
import type { Services } from '../platform/services.ts';
import type { CompiledTemplate } from '../templates/compiled.ts';

/** A message from a template, composed, laid out and checked as the sheet does it. */
export interface CheckedMessage {
  readonly desk: DraftLayout;
  readonly notes: readonly Note[];
  /** Why the template cannot be used here; those whom it names are no reason where others were chosen or answered. */
  readonly reasons: Extract<Readiness, { readonly kind: 'unavailable' }>['reasons'];
}

/** Makes a message of which nothing is kept yet; `going` changes how its template has it go. */
export async function composeChecked(
  services: Services,
  scope: PersonScope,
  template: CompiledTemplate,
  beginning: Omit<Beginning, 'writer' | 'program'>,
  going: (usual: SendOptions) => SendOptions = (usual) => usual,
): Promise<CheckedMessage> {
  const { matter, channel } = beginning;
  const begun = await composeOn(services, scope, template, beginning);
  const readiness = readinessOf(template.program, begun.composed.reader, channel);
  const isChosen = beginning.takenUp !== undefined || beginning.chosen !== undefined;
  const reasons =
    readiness.kind === 'unavailable'
      ? readiness.reasons.filter(({ where }) => !(isChosen && where === 'to'))
      : [];
  const composed = { ...begun.composed, sendOptions: going(begun.composed.sendOptions) };
  const draft = await draftOf(services, scope, { ...begun, composed, matter, channel });
  const desk = await layoutDraft(services, scope, draft, matter);
  return { desk, notes: await checkDraft(services, scope, desk), reasons };
}
