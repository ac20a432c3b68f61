import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id } from './common.ts';
import { Message } from './messages.ts';

/** A template to be put into a message beside what is there. */
export const PutInTemplate = Type.Object({ templateId: Id }, { additionalProperties: false });
export type PutInTemplate = Static<typeof PutInTemplate>;

/** The message with what the template asks and encloses, and the template's words for the place where they are wanted. */
export const TemplatePutIn = Type.Object({
  message: Message,
  content: Type.Array(Type.Object({ type: Type.String() }, { additionalProperties: true })),
});
export type TemplatePutIn = Static<typeof TemplatePutIn>;
