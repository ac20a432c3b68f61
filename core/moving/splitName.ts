import type { OrganisationContact, PersonContact } from '../model/contact.ts';

/** Words that only a firm, a body or an office has in its name. */
const OF_A_FIRM =
  /(?:^|[\s(])(?:ltd|limited|plc|llp|llc|inc|corp|corporation|company|gmbh|sarl|pty|bank|mutual|insurance|insurers?|brokers?|brokerage|association|society|trust|council|authority|agency|partners|partnership|group|holdings?|services|solutions|office|university|college|school|hospital|club|yard|boatyard|registry|underwriters|and co|and sons)\.?(?:$|[\s),])/i;
/** What a firm is called by its law in other countries; in small letters they are words or names. */
const BY_ITS_LAW = /\s(?:A\/S|AS|ASA|AG|KG|BV|B\.V\.|NV|N\.V\.|SA|S\.A\.|AB|Oy|ApS|SpA|S\.p\.A\.)\.?$/;

const TITLES = /^(mr|mrs|ms|miss|mx|dr|prof|professor|sir|dame|lord|lady|rev|capt|captain)\.?\s+/i;

type Named =
  | Pick<OrganisationContact, 'kind' | 'name'>
  | Pick<PersonContact, 'kind' | 'name' | 'givenName' | 'familyName' | 'title' | 'organisation'>;

/**
 * A name from a list as a person's or an organisation's. `Vane, Hester` is Hester Vane; what has a firm's word in it, or
 * signs no person's name has, is an organisation.
 */
export function splitName(text: string, organisation = ''): Named {
  const words = text.trim().replace(/\s+/g, ' ');
  if (OF_A_FIRM.test(words) || BY_ITS_LAW.test(words) || /[&\d/]/.test(words))
    return { kind: 'organisation', name: words };
  const [, title = ''] = TITLES.exec(words) ?? [];
  const plain = words.replace(TITLES, '');
  const [family, given] = plain.split(/,\s*/);
  const turned = given ? `${given} ${family ?? ''}` : plain;
  const parts = turned.split(' ');
  const familyName = given ? (family ?? '') : parts.length > 1 ? (parts.at(-1) ?? '') : '';
  const givenName = turned.slice(0, turned.length - familyName.length).trim();
  return {
    kind: 'person',
    name: turned,
    givenName,
    familyName,
    ...(title === '' ? {} : { title: title.charAt(0).toUpperCase() + title.slice(1).toLowerCase() }),
    ...(organisation === '' ? {} : { organisation }),
  };
}
