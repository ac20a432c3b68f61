import { Type } from 'typebox';
import type { Static } from 'typebox';
import { DocumentJson } from './messages.ts';
import { Channel } from './messages.ts';
import { TemplateContentJson } from './templates.ts';

/** What a file says it is, so that a reader knows what it may meet. */
export const PACK_FORMAT = 'officium-template-pack';
export const PACK_VERSION = 1;

/**
 * Templates and passages in one JSON file, with the pictures they show. Ids hold within the file: a template links a
 * passage, or a letter, by the id it has here. docs/template-packs.md describes it for other programs.
 */
export const TemplatePack = Type.Object(
  {
    format: Type.Literal(PACK_FORMAT),
    version: Type.Literal(PACK_VERSION),
    name: Type.String({ maxLength: 120 }),
    templates: Type.Array(
      Type.Object({
        id: Type.String({ minLength: 1, maxLength: 64 }),
        name: Type.String({ minLength: 1, maxLength: 120 }),
        channel: Channel,
        folder: Type.String({ maxLength: 120 }),
        tags: Type.Array(Type.String({ maxLength: 40 }), { maxItems: 20 }),
        content: TemplateContentJson,
      }),
      { maxItems: 2_000 },
    ),
    passages: Type.Array(
      Type.Object({
        id: Type.String({ minLength: 1, maxLength: 64 }),
        name: Type.String({ minLength: 1, maxLength: 120 }),
        folder: Type.String({ maxLength: 120 }),
        body: DocumentJson,
      }),
      { maxItems: 2_000 },
    ),
    /** Base64 of each picture’s bytes (PNG, JPEG or GIF), by what the wording names it by. */
    pictures: Type.Record(Type.String({ pattern: '^[0-9a-f]{64}$' }), Type.String({ maxLength: 4_000_000 })),
  },
  { additionalProperties: false },
);
export type TemplatePack = Static<typeof TemplatePack>;

export const PackChoice = Type.Object(
  { ids: Type.Optional(Type.Array(Type.String({ maxLength: 64 }), { maxItems: 2_000 })) },
  { additionalProperties: false },
);
