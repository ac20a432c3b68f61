import type { Right, User } from '../../contract/session.ts';

/** Whether somebody may do something; the server refuses it all the same where they may not. */
export const mayDo = ({ rights }: Pick<User, 'rights'>, right: Right): boolean => rights.includes(right);
