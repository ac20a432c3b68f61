import type { Reads } from '../database/reads.ts';
import type { SmtpSettings } from '../config.ts';
import type { Services } from '../services.ts';
import { hostLimits } from './hostLimitQueries.ts';
import type { PracticeSettings } from '../settings/practiceSettings.ts';
import { hostKey } from './hostFor.ts';
import { hostFor } from './hostFor.ts';
import { readMailHosts } from './mailHostQueries.ts';

/** Every host that mail may go through now: those set on the practice's screen before those it was started with. */
export const mailHosts = async (
  { config }: Pick<Services, 'config'>,
  reads: Reads,
): Promise<readonly SmtpSettings[]> => [...(await readMailHosts(reads)), ...config.smtp];

/** The most that a message from an address may be: the practice's own limit, or its host's where that is less. */
export async function limitFor(
  services: Pick<Services, 'config'>,
  reads: Reads,
  { maxMessageBytes }: PracticeSettings,
  from: string,
): Promise<number> {
  const limits = await hostLimits(reads);
  const learnt = limits[hostKey(hostFor(await mailHosts(services, reads), from))];
  return Math.min(maxMessageBytes, learnt ?? maxMessageBytes);
}
