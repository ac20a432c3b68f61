import type { StoredIncoming, IncomingFile } from './queries.ts';
import type { IncomingSummary, MatterSlip } from '../../contract/inTray.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import { slipsOf } from './correspondentQueries.ts';
import type { SlipRow } from './correspondentQueries.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import type { PersonScope, Scope } from '../access/scope.ts';

type View = (incoming: StoredIncoming) => IncomingSummary;

/** Suggestions to matters that a person may not see are not there for them. */
export async function summariser(scope: PersonScope, items: readonly StoredIncoming[]): Promise<View> {
  const ids = items.flatMap(({ suggestions }) => suggestions.map(({ matterId }) => matterId));
  const slips = await slipsOf(scope, [...new Set(ids)]);
  const slip = await slipWriter(scope);
  const own = await ownAddresses(scope);
  return (one) => ({
    id: one.id,
    receivedAtUtc: one.receivedAtUtc,
    sentAtUtc: one.sentAtUtc,
    direction: one.direction,
    channel: one.channel,
    authenticated: one.authenticated,
    claimsOurs: own.has(addressKey(one.people.from.address)),
    from: one.people.from,
    subject: one.subject,
    opening: one.opening,
    attachmentNames: one.files.filter(({ inline }) => !inline).map(({ name }) => name),
    suggestions: one.suggestions.flatMap(({ matterId, likelihood, reasons }) => {
      const row = slips.get(matterId);
      const told = reasons.map(({ code, params }) => ({ code, params: { ...params } }));
      return row ? [{ ...slip(row), likelihood, reasons: told }] : [];
    }),
  });
}

export async function slipWriter(scope: Scope): Promise<(row: SlipRow) => MatterSlip> {
  const types = new Map((await listMatterTypes(scope)).map((type) => [type.id as string, type]));
  return ({ matterId, reference, title, typeId, stage }) => ({
    matterId,
    reference,
    title,
    stage: types.get(typeId)?.stages.find(({ key }) => key === stage)?.label ?? '',
  });
}

export const shownFiles = ({ files }: StoredIncoming): readonly IncomingFile[] =>
  files.filter(({ inline }) => !inline);
