import type { Account } from './peopleQueries.ts';

export const mayChange = ({ right }: Account): boolean => right !== 'reader';
