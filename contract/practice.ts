import { Type } from 'typebox';
import type { Static } from 'typebox';
import { LETTER_WINDOWS, SIDE_MM, SIGNATURE_MM } from '../core/model/letterLayout.ts';
import { FACE_KEYS, LOGO_WIDTH_PX, LOOK_MEASURE_PX, LOOK_SIZE_PX } from '../core/model/messageLook.ts';
import { CAUTIONS } from '../core/model/noteCodes.ts';
import { RealDay, SettingsRevision } from './common.ts';

const Colour = Type.String({ pattern: '^#[0-9a-f]{6}$' });

/** How email looks to whoever gets it; pictures are named by what they were uploaded as. */
export const MessageLookJson = Type.Object(
  {
    face: Type.Enum([...FACE_KEYS]),
    sizePx: Type.Integer({ minimum: LOOK_SIZE_PX.least, maximum: LOOK_SIZE_PX.most }),
    measurePx: Type.Integer({ minimum: LOOK_MEASURE_PX.least, maximum: LOOK_MEASURE_PX.most }),
    ink: Colour,
    link: Colour,
    accent: Colour,
    page: Colour,
    surround: Colour,
    logo: Type.Union([
      Type.Object(
        {
          picture: Type.String({ pattern: '^[A-Za-z0-9_-]{16,64}$' }),
          alt: Type.String({ maxLength: 200 }),
          widthPx: Type.Integer({ minimum: LOGO_WIDTH_PX.least, maximum: LOGO_WIDTH_PX.most }),
        },
        { additionalProperties: false },
      ),
      Type.Null(),
    ]),
    head: Type.String({ maxLength: 600 }),
    foot: Type.String({ maxLength: 2_000 }),
  },
  { additionalProperties: false },
);

/** What the practice decides once for everybody. */
/** Regions whose way of writing days and figures the screens can take (BCP 47); their words are English. */
export const REGIONS = [
  'en-GB',
  'en-IE',
  'en-US',
  'en-CA',
  'en-AU',
  'en-NZ',
  'en-ZA',
  'en-IN',
  'en-SG',
] as const;

const Categories = Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { maxItems: 60 });

export const PracticeJson = Type.Object(
  {
    revision: Type.Optional(SettingsRevision),
    name: Type.String({ minLength: 1, maxLength: 120 }),
    phone: Type.String({ maxLength: 60 }),
    addressLines: Type.Array(Type.String({ maxLength: 120 }), { maxItems: 8 }),
    website: Type.String({ maxLength: 200 }),
    email: Type.String({ maxLength: 254 }),
    weekdays: Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), {
      minItems: 1,
      maxItems: 7,
      uniqueItems: true,
    }),
    holidays: Type.Array(RealDay, { maxItems: 2_000, uniqueItems: true }),
    /** What holidays are called, by their day; of those that are called anything. */
    holidayNames: Type.Optional(
      Type.Record(RealDay, Type.String({ maxLength: 120 }), { maxProperties: 2_000 }),
    ),
    palette: Type.Array(
      Type.Object({
        label: Type.String({ minLength: 1, maxLength: 40 }),
        colour: Type.String({ pattern: '^#[0-9a-f]{6}$' }),
      }),
      { maxItems: 12 },
    ),
    /** Codes of the cautions that the practice does without. */
    cautionsOff: Type.Array(Type.Enum([...CAUTIONS]), { maxItems: 60, uniqueItems: true }),
    /** The same template to the same person within so many days is pointed out; 0 never is. */
    repeatDays: Type.Integer({ minimum: 0, maximum: 90 }),
    /** How sure the application must be to file what came in by itself; 1 and more files nothing but what is addressed. */
    fileFrom: Type.Number({ minimum: 0.8, maximum: 1 }),
    keepFiles: Type.Object({ received: Type.Boolean(), sent: Type.Boolean() }),
    /** What the matters’ own addresses end in; empty where mail for them does not arrive here. */
    filingDomain: Type.String({ maxLength: 200 }),
    /** How letters are laid out: the envelope's window, and what is left free, in millimetres. */
    letters: Type.Optional(
      Type.Object({
        window: Type.Enum([...LETTER_WINDOWS]),
        sideMm: Type.Integer({ minimum: SIDE_MM.least, maximum: SIDE_MM.most }),
        signatureMm: Type.Integer({ minimum: SIGNATURE_MM.least, maximum: SIGNATURE_MM.most }),
      }),
    ),
    look: Type.Optional(MessageLookJson),
    /** How the screens write days, times and figures: a BCP 47 tag. Letters are written as their templates say. */
    region: Type.Optional(Type.Enum([...REGIONS])),
    /** What text messages come from: a number, or up to eleven letters; empty leaves it to the gateway. */
    textSender: Type.Optional(
      Type.String({ pattern: '^(\\+?[0-9][0-9 ]{3,19}|[A-Za-z0-9][A-Za-z0-9 ]{0,10})?$' }),
    ),
    /** What documents and correspondence are filed under here, offered wherever a category is typed. */
    documentCategories: Type.Optional(Categories),
    correspondenceCategories: Type.Optional(Categories),
    /** Categories of correspondence that are news when a round sends them. */
    newsCategories: Type.Optional(Categories),
    /** Whoever sees everybody’s figures sees whose answers took how long, by name. */
    figuresByName: Type.Optional(Type.Boolean()),
    /** Hosts whose Authentication-Results are believed, by their authserv-id (RFC 8601 §2.5). */
    trustedHosts: Type.Optional(
      Type.Array(Type.String({ maxLength: 253, pattern: '^[A-Za-z0-9]([A-Za-z0-9.-]*[A-Za-z0-9])?$' }), {
        maxItems: 20,
      }),
    ),
  },
  { additionalProperties: false },
);
export type PracticeJson = Static<typeof PracticeJson>;

/** Days that can be taken over as holidays, with what they are called. */
export const NamedDays = Type.Object({
  days: Type.Array(Type.Object({ day: RealDay, name: Type.String() })),
});
export type NamedDays = Static<typeof NamedDays>;

/** Countries, and the parts of one, whose holidays ship with the application. */
export const HolidaySets = Type.Object({
  items: Type.Array(Type.Object({ code: Type.String(), name: Type.String() })),
});
export type HolidaySets = Static<typeof HolidaySets>;

export const HolidaySetQuery = Type.Object({
  /** ISO 3166-1, for the parts of a country, or its holidays. */
  country: Type.Optional(Type.String({ pattern: '^[A-Z]{2}$' })),
});
export const HolidayQuery = Type.Object({
  country: Type.String({ pattern: '^[A-Z]{2}$' }),
  /** As one of the country’s parts is called here (ISO 3166-2 without the country). */
  part: Type.Optional(Type.String({ pattern: '^[A-Z0-9]{1,4}$' })),
});
export type HolidayQuery = Static<typeof HolidayQuery>;

/** What a new practice does first, in this order. */
export const FIRST_STEPS = [
  'people',
  'letterhead',
  'matterTypes',
  'holidays',
  'senders',
  'contacts',
  'matters',
  'wording',
  'message',
] as const;
export type FirstStep = (typeof FIRST_STEPS)[number];

/** How far a practice has come with what it does first; a step is done by what is there, or left out. */
export const FirstSteps = Type.Object({
  items: Type.Array(
    Type.Object({ step: Type.Enum([...FIRST_STEPS]), done: Type.Boolean(), skipped: Type.Boolean() }),
  ),
});
export type FirstSteps = Static<typeof FirstSteps>;

/** All of the steps that are left out. */
export const SkipSteps = Type.Object(
  { skipped: Type.Array(Type.Enum([...FIRST_STEPS]), { uniqueItems: true }) },
  { additionalProperties: false },
);
export type SkipSteps = Static<typeof SkipSteps>;
