import type { AccessServices, EventServices } from '../access/services.ts';
import { isVisible } from '../access/visibleQueries.ts';
import { exportJobs } from '../correspondence/exports/exportJobs.ts';
import type { ExportServices } from '../correspondence/exports/exportJobs.ts';
import { listCorrespondence } from '../correspondence/listCorrespondence.ts';
import { entryTimes } from '../correspondence/queries.ts';
import type { DirectoryServices } from '../directory/services.ts';
import { findIncoming } from '../incoming/queries.ts';
import { handOver, hasWork } from '../matters/handOver.ts';
import { mattersOfContact } from '../matters/mattersOfContact.ts';
import type { MatterServices } from '../matters/services.ts';
import { draftsOn } from '../messages/messageSummary.ts';
import { jobs } from '../platform/jobs/jobs.ts';
import type { Services } from '../platform/services.ts';
import type { PracticeServices } from '../practice/services.ts';
import { mailHouse } from '../sending/mailHouse.ts';
import { writeArchive } from '../practice/writeArchive.ts';

/** What all endpoints together work with. */
export type AppServices = DirectoryServices &
  MatterServices &
  ExportServices &
  PracticeServices &
  EventServices &
  AccessServices;

/** Gives each capability what it needs of those that stand above it, and does not know. */
export function composeServices(services: Services): AppServices {
  const { config, blobs, now } = services;
  return {
    ...services,
    mattersOfContact,
    matterParts: {
      correspondence: (scope, matterId, limit) => listCorrespondence(services, scope, matterId, { limit }),
      entryTimes,
      drafts: draftsOn,
    },
    mailHouse: (scope, mail) => mailHouse(services, scope, mail),
    handOver,
    hasWork,
    exports: exportJobs(),
    writeArchive: (path, progress) => writeArchive(config.dataFolder, blobs, path, now(), progress),
    verifications: jobs(() => undefined),
    async mayHear(scope, event) {
      if ('matterId' in event) return isVisible(scope, event.matterId);
      return event.kind !== 'inTray' || (await findIncoming(scope, event.id)) !== undefined;
    },
  };
}
