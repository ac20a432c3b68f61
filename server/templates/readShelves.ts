import type { TemplateShelves } from '../../contract/templates.ts';
import { libraryShelves } from './libraryQueries.ts';
import type { PersonScope } from '../access/scope.ts';

export const readShelves = (scope: PersonScope): Promise<TemplateShelves> => libraryShelves(scope);
