import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id } from './common.ts';

/** What changed, by id; who is interested asks for it. */
export const ChangeEvent = Type.Union([
  Type.Object({
    kind: Type.Union([Type.Literal('message'), Type.Literal('entry'), Type.Literal('matter')]),
    id: Id,
    matterId: Id,
    /** A draft whose words alone changed: it stands where it stood, and is saved again soon. */
    draft: Type.Optional(Type.Literal(true)),
  }),
  /** What belongs to the practice as a whole. */
  Type.Object({
    kind: Type.Union([
      Type.Literal('template'),
      Type.Literal('passage'),
      Type.Literal('contact'),
      Type.Literal('matterType'),
      Type.Literal('inTray'),
      Type.Literal('person'),
      Type.Literal('import'),
      Type.Literal('round'),
      Type.Literal('routine'),
      Type.Literal('chaserPlan'),
    ]),
    id: Id,
  }),
]);
export type ChangeEvent = Static<typeof ChangeEvent>;
