import type { SmtpSettings } from '../app/config.ts';
import type { Office } from '../app/services.ts';
import { hostLimits } from './hostLimitQueries.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { hostFor, hostKey } from './transports/smtpTransport.ts';
import { readMailHosts } from './mailHostQueries.ts';

/** Every host that mail may go through now: those set on the practice's screen before those it was started with. */
export const mailHosts = async ({
  db,
  config,
}: Pick<Office, 'db' | 'config'>): Promise<readonly SmtpSettings[]> => [
  ...(await readMailHosts(db)),
  ...config.smtp,
];

/** The most that a message from an address may be: the practice's own limit, or its host's where that is less. */
export async function limitFor(
  office: Pick<Office, 'db' | 'config'>,
  { maxMessageBytes }: PracticeSettings,
  from: string,
): Promise<number> {
  const limits = await hostLimits(office.db);
  const learnt = limits[hostKey(hostFor(await mailHosts(office), from))];
  return Math.min(maxMessageBytes, learnt ?? maxMessageBytes);
}
