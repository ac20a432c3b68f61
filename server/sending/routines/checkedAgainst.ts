import { checkRoutine } from '../../../core/routines/index.ts';
import type { KnownTemplate, RoutineCheck, RoutineContent } from '../../../core/routines/index.ts';
import type { Scope } from '../../access/scope.ts';
import { listMatterTypes } from '../../matters/matterTypeQueries.ts';
import { startableTemplates } from '../../templates/compiled.ts';

/** Checks routines against the practice's matter types and the templates that the actor may know. */
export async function checker(scope: Scope): Promise<(content: RoutineContent) => RoutineCheck> {
  const types = await listMatterTypes(scope);
  const templates: KnownTemplate[] = (await startableTemplates(scope)).map((one) => ({
    templateId: one.templateId,
    channel: one.channel,
    ...(one.content.madeFor === undefined ? {} : { madeFor: one.content.madeFor }),
  }));
  return (content) => checkRoutine(content, types, templates);
}
