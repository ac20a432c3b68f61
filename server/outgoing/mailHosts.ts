import type { SmtpSettings } from '../config.ts';
import type { Office } from '../office.ts';
import { readMailHosts } from '../repositories/mailHosts.ts';

/** Every host that mail may go through now: those set on the practice's screen before those it was started with. */
export const mailHosts = async ({
  db,
  config,
}: Pick<Office, 'db' | 'config'>): Promise<readonly SmtpSettings[]> => [
  ...(await readMailHosts(db)),
  ...config.smtp,
];
