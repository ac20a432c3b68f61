import type { Role } from '../server/access/actor.ts';
import type { NewAccount } from '../server/access/peopleQueries.ts';
import { asId } from '../core/model/ids.ts';

export const DOMAIN = 'tidewell-roe.example';

const account = (name: string, position: string, role: Role, phone: string, rank: number): NewAccount => ({
  id: asId(`person-${name.split(' ')[0]?.toLowerCase()}`),
  name,
  email: `${name.split(' ')[0]?.toLowerCase()}@${DOMAIN}`,
  position,
  phone,
  role,
  passwordHash: null,
  rank,
});

export const PEOPLE = {
  maud: account('Maud Tidewell', 'Principal surveyor', 'practitioner', '01632 960101', 1),
  jonas: account('Jonas Roe', 'Surveyor', 'practitioner', '01632 960102', 2),
  petra: account('Petra Lindqvist', 'Surveyor', 'practitioner', '01632 960103', 3),
  idris: account('Idris Quill', 'Practice manager', 'administrator', '01632 960104', 4),
  sunniva: account('Sunniva Marsh', 'Assistant', 'assistant', '01632 960105', 5),
  ambrose: account('Ambrose Kett', 'Auditor', 'reader', '01632 960106', 6),
} as const;
