import type { OrganisationContact, PersonContact } from '../core/model/contact.ts';
import { asId } from '../core/model/ids.ts';

let phoneNumber = 0;
export const phone = () =>
  ({
    kind: 'phone',
    label: 'mobile',
    value: `07700 9${String(phoneNumber++).padStart(5, '0')}`,
    preferred: false,
    bounced: false,
  }) as const;
const STREETS = ['Fishergate', 'Net Loft Lane', 'Ropewalk', 'Harbour Rise', 'Cable Street', 'Beacon Hill'];
let houses = 0;
/** A house of its own for each: all of them in towns that are on no map. */
const home = () => {
  houses += 1;
  const street = STREETS[houses % STREETS.length] ?? 'Quay Row';
  const town = houses % 4 === 0 ? 'Ness Quay' : 'Port Sennet';
  return {
    kind: 'post',
    label: 'home',
    value: `${1 + ((houses * 7) % 60)} ${street}\n${town}`,
    preferred: true,
    bounced: false,
  } as const;
};
export const mail = (value: string, label = 'work', bounced = false) =>
  ({ kind: 'email', label, value, preferred: label === 'work', bounced }) as const;

const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/ø/g, 'o')
    .replace(/ß/g, 'ss')
    .replace(/[^a-z]+/g, '.')
    .replace(/^\.|\.$/g, '');

type More = Partial<Omit<PersonContact, 'kind' | 'name' | 'title'>>;

export function person(
  title: string | undefined,
  givenName: string,
  familyName: string,
  domain: string,
  more: More = {},
): PersonContact {
  const local = plain(`${givenName} ${familyName}`) || 'post';
  return {
    kind: 'person',
    id: asId(`contact-${local}-${domain.split('.')[0]}`),
    name: `${givenName} ${familyName}`,
    ...(title === undefined ? {} : { title }),
    givenName,
    familyName,
    addresses: [mail(`${local}@${domain}`), phone(), home()],
    doNotWriteTo: false,
    ...more,
  };
}

export function organisation(
  name: string,
  domain: string,
  more: Partial<OrganisationContact> = {},
): OrganisationContact {
  return {
    kind: 'organisation',
    id: asId(`contact-${plain(name)}`),
    name,
    addresses: [mail(`office@${domain}`), mail(`accounts@${domain}`, 'accounts'), phone(), home()],
    doNotWriteTo: false,
    ...more,
  };
}
