import { notesThatStop } from '../../core/checks/index.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { worksAt } from '../../core/dates/sendTimes.ts';
import type { SendOptions } from '../../core/template/template.ts';
import { may } from '../access/rights.ts';
import { scopeOf } from '../access/scopeOf.ts';
import type { Change } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { DraftLayout } from '../messages/draftLayout.ts';
import type { Beginning } from '../messages/gather.ts';
import { insertMessage } from '../messages/queries.ts';
import { sealFiles } from '../platform/mail/assemble.ts';
import type { Services } from '../platform/services.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import type { CompiledTemplate } from '../templates/compiled.ts';
import type { Hindrance } from './chasers/chase.ts';
import { composeChecked } from './composeChecked.ts';
import { frozenOf } from './sendMessage.ts';

/** Whether the practice works now: nothing goes unasked at other times. */
export const isOpen = (settings: PracticeSettings, nowUtc: number): boolean =>
  worksAt(calendarOf(settings), zonedTime(settings.timeZone, nowUtc), settings.workingHours);

/** The scope of whoever something goes for unasked; undefined where they have left or may not write any more. */
export async function scopeOfWriter(
  { db }: Pick<Services, 'db'>,
  personId: string,
): Promise<PersonScope | undefined> {
  const scope = await scopeOf(db, personId);
  return scope && may(scope.actor, 'work') ? scope : undefined;
}

/** A message that would go unasked, frozen; or what keeps it from going. */
export type Unasked =
  | { readonly kind: 'ready'; readonly leaving: readonly [DraftLayout, ...DraftLayout[]] }
  | { readonly kind: 'hindered'; readonly why: readonly Hindrance[] };

/**
 * Makes a message that nobody pressed for: composed and checked as on the sheet. A blank, a stop or a caution keeps it from
 * going, but for those named: there is nobody to ask.
 */
export async function makeUnasked(
  services: Services,
  scope: PersonScope,
  template: CompiledTemplate,
  beginning: Omit<Beginning, 'writer' | 'program'>,
  { holdSeconds, inSpiteOf }: { readonly holdSeconds: number; readonly inSpiteOf: readonly string[] },
): Promise<Unasked> {
  const { desk, notes, reasons } = await composeChecked(services, scope, template, beginning, asReminder);
  if (reasons.length > 0) return { kind: 'hindered', why: reasons.map(asHindrance) };
  const stopping = notesThatStop(notes, new Set(inSpiteOf));
  if (stopping.length > 0) return { kind: 'hindered', why: stopping.map(asHindrance) };
  const leaving = await frozenOf(services, scope, desk, {
    leavesAtUtc: services.now() + holdSeconds * 1000,
    sealed: sealFiles(services.blobs),
    cautions: notes.map(({ code }) => code),
  });
  return { kind: 'ready', leaving };
}

/** A reminder is followed by the plan that sent it, and by none of its own: else it would never come to an end. */
function asReminder({ after, ...usual }: SendOptions): SendOptions {
  const { chaserPlanId: _plan, ...rest } = after ?? {};
  return { ...usual, unasked: true, ...(after ? { after: rest } : {}) };
}

const asHindrance = ({ code, params }: Hindrance): Hindrance => ({ code, params: { ...params } });

/** Puts messages in as they leave, within the change that makes them go. */
export async function putLeaving(
  { tx, audit, tell }: Change,
  leaving: readonly DraftLayout[],
  from: 'routine' | 'chase' | 'answerPage',
): Promise<readonly string[]> {
  for (const { message } of leaving) {
    await insertMessage(tx, message);
    await audit(`message.${message.state.kind}`, 'message', message.id, { from });
    tell({ kind: 'message', id: message.id, matterId: message.matterId });
  }
  return leaving.map(({ message }) => message.id);
}
