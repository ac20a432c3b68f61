import { ADDRESS_KIND } from '../../core/recipients/recipients.ts';
import type { Services } from '../platform/services.ts';
import type { IncomingDetail } from '../../contract/inTray.ts';
import { visibleIncoming } from './visibleIncoming.ts';
import { summariser, slipWriter, shownFiles } from './incomingView.ts';
import { plainWords, shownWords } from '../correspondence/wordsOf.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { keysOfAddress } from '../../core/recipients/reach.ts';
import { correspondentsIn, likelyType } from '../../core/matching/index.ts';
import { findContactsByAddress } from '../directory/contactQueries.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { mattersToJoin } from './mattersToJoin.ts';
import { mattersOfAddress, saidWith, typeSamples } from './correspondentQueries.ts';
import type { PersonScope } from '../access/scope.ts';

const SAID_BEFORE = 6;

/** One message in full: what it says, who it is from, what they are on and what was said before. */
export async function readIncoming(
  services: Services,
  scope: PersonScope,
  id: string,
): Promise<IncomingDetail> {
  const incoming = await visibleIncoming(scope, id);
  const summary = (await summariser(scope, [incoming]))(incoming);
  const bytes = await services.blobs.get(incoming.rawBlob);
  const words =
    incoming.channel === 'text' ? plainWords(bytes.toString('utf8')) : await shownWords(scope, bytes);
  const kind = ADDRESS_KIND[incoming.channel];
  const own = await ownAddresses(scope);
  const [key = addressKey(incoming.people.from.address)] = correspondentsIn(incoming.people, own).first;
  const contacts = await findContactsByAddress(scope, [key], kind);
  const onMatters = await mattersOfAddress(scope, keysOfAddress(kind, key), kind);
  const slip = await slipWriter(scope);
  const types = await listMatterTypes(scope);
  const labels = new Map(types.flatMap(({ roles }) => roles.map(({ key: role, label }) => [role, label])));
  return {
    ...summary,
    state: incoming.state,
    to: [...incoming.people.to],
    cc: [...incoming.people.cc],
    ...words,
    mayJoin: await mattersToJoin(scope, incoming),
    likelyTypeId:
      likelyType(
        `${incoming.subject} ${words.text}`,
        await typeSamples(scope),
        onMatters.map(({ typeId }) => typeId),
      ) ?? null,
    attachments: shownFiles(incoming).map(({ name, mediaType, sizeBytes }, index) => ({
      index,
      name,
      mediaType,
      sizeBytes,
    })),
    contacts: [...contacts.values()].map((contact) => ({
      id: contact.id,
      name: contact.name,
      organisation: contact.kind === 'person' ? (contact.organisation ?? null) : null,
    })),
    matters: onMatters.map((row) => ({
      ...slip(row),
      roles: row.roles.map((role) => labels.get(role) ?? role),
    })),
    saidBefore: await saidWith(scope, keysOfAddress(kind, key), SAID_BEFORE),
  };
}
