import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { IncomingDetail } from '../../contract/inTray.ts';
import { found, mustSee } from './visibleIncoming.ts';
import { summariser, slipWriter, shownFiles } from './incomingView.ts';
import { shownWords } from '../correspondence/wordsOf.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { correspondentsIn } from '../../core/matching/index.ts';
import { findContactsByAddress } from '../directory/contactQueries.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { mattersToJoin } from './mattersToJoin.ts';
import { mattersOfAddress, saidWith } from './correspondentQueries.ts';

const SAID_BEFORE = 6;

/** One message in full: what it says, who it is from, what they are on and what was said before. */
export async function readIncoming(office: Office, person: Account, id: string): Promise<IncomingDetail> {
  const incoming = await found(office, id);
  if (incoming.state !== 'waiting') await mustSee(office, person, incoming);
  const summary = (await summariser(office, person, [incoming]))(incoming);
  const words = await shownWords(office, await office.blobs.get(incoming.rawBlob));
  const own = await ownAddresses(office.db);
  const [key = addressKey(incoming.people.from.address)] = correspondentsIn(incoming.people, own).first;
  const contacts = await findContactsByAddress(office.db, [key]);
  const slip = await slipWriter(office);
  const types = await listMatterTypes(office.db);
  const labels = new Map(types.flatMap(({ roles }) => roles.map(({ key: role, label }) => [role, label])));
  return {
    ...summary,
    state: incoming.state,
    to: [...incoming.people.to],
    cc: [...incoming.people.cc],
    ...words,
    mayJoin: await mattersToJoin(office, person, incoming),
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
    matters: (await mattersOfAddress(office.db, key, person.id)).map((row) => ({
      ...slip(row),
      roles: row.roles.map((role) => labels.get(role) ?? role),
    })),
    saidBefore: await saidWith(office.db, key, person.id, SAID_BEFORE),
  };
}
