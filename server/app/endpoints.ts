import type { Endpoint } from '../access/endpoint.ts';
import { peopleRoutes } from '../access/people/routes.ts';
import { profileRoutes } from '../access/profile/routes.ts';
import { signInRoutes } from '../access/signIn/routes.ts';
import { exportRoutes } from '../correspondence/exports/routes.ts';
import { correspondenceRoutes } from '../correspondence/routes.ts';
import { directoryRoutes } from '../directory/routes.ts';
import { figureRoutes } from '../figures/routes.ts';
import { offeredRoutes } from '../incoming/answers/offeredRoutes.ts';
import { inTrayRoutes } from '../incoming/routes.ts';
import { lineRoutes } from '../incoming/lines/lineRoutes.ts';
import { documentRoutes } from '../matters/documents/routes.ts';
import { recipientRoutes } from '../matters/recipientRoutes.ts';
import { matterRoutes } from '../matters/routes.ts';
import { setRoutes } from '../matters/sets/routes.ts';
import { matterTypeRoutes } from '../matters/typeRoutes.ts';
import { messageRoutes } from '../messages/routes.ts';
import { templateOnMatterRoutes } from '../messages/templateRoutes.ts';
import { practiceRoutes } from '../practice/routes.ts';
import { movingRoutes } from '../moving/routes.ts';
import { roundRoutes } from '../sending/rounds/routes.ts';
import { chaserRoutes } from '../sending/chasers/routes.ts';
import { routineRoutes } from '../sending/routines/routes.ts';
import { outTrayRoutes } from '../sending/routes.ts';
import { sendingRoutes } from '../sending/settingsRoutes.ts';
import { importRoutes } from '../templates/importRoutes.ts';
import { passageRoutes } from '../templates/passageRoutes.ts';
import { templateRoutes } from '../templates/routes.ts';
import { todayRoutes } from '../today/routes.ts';
import type { AppServices } from './services.ts';

/** Every operation of the API. */
export const ENDPOINTS: readonly Endpoint<AppServices>[] = [
  ...signInRoutes,
  ...peopleRoutes,
  ...profileRoutes,
  ...directoryRoutes,
  ...matterRoutes,
  ...documentRoutes,
  ...recipientRoutes,
  ...matterTypeRoutes,
  ...setRoutes,
  ...correspondenceRoutes,
  ...exportRoutes,
  ...templateRoutes,
  ...passageRoutes,
  ...importRoutes,
  ...messageRoutes,
  ...templateOnMatterRoutes,
  ...outTrayRoutes,
  ...roundRoutes,
  ...routineRoutes,
  ...chaserRoutes,
  ...sendingRoutes,
  ...inTrayRoutes,
  ...lineRoutes,
  ...offeredRoutes,
  ...figureRoutes,
  ...todayRoutes,
  ...movingRoutes,
  ...practiceRoutes,
];
