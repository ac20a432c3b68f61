import type { DeskMessage } from '../layOut.ts';
import type { StoredEnclosure } from '../message.ts';
import { notFound } from '../../http/httpProblem.ts';

export const enclosed = ({ message }: DeskMessage, documentId: string): StoredEnclosure => {
  const found = message.enclosures.find((one) => one.documentId === documentId);
  if (!found) throw notFound('enclosure');
  return found;
};

export const bare = (name: string): string => name.replace(/\.[^.]{1,8}$/, '');
