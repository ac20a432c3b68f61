import { signerFor } from '../../core/compose/index.ts';
import type { PersonScope } from '../access/scope.ts';
import { readerFor } from '../matters/readerFor.ts';
import { greetedOf, openDraft } from '../messages/draftLayout.ts';
import { setWrittenLetter } from '../messages/letters.ts';
import { joinPdfs } from '../platform/pdf/filePdf.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { splitByRecipient } from './splitMessage.ts';

/** A letter as it would be printed: one after the other for each house that it goes to, each with its own address and greeting. */
export async function letterPages(services: Services, scope: PersonScope, id: string): Promise<Buffer> {
  const desk = await openDraft(services, scope, id);
  const houses = await splitByRecipient(services, scope, desk);
  const letters: { readonly name: string; readonly bytes: Buffer }[] = [];
  for (const { message, matter, sender, settings, contacts } of houses) {
    const { person } = signerFor(message.sendOptions.sender, sender, matter, settings);
    const greeted = greetedOf(message.recipients, contacts);
    const reader = readerFor(matter, person, settings, greeted, services.now());
    const name = message.recipients.to[0]?.name ?? '';
    letters.push({ name, bytes: await setWrittenLetter(services, scope, message, reader) });
  }
  const [only, ...more] = letters;
  if (only && more.length === 0) return only.bytes;
  const joined = await joinPdfs(letters);
  if (joined.ok) return joined.bytes;
  throw new DomainProblem('badFile', [joined.why]);
}
