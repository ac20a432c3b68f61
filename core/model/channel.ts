/** How a message reaches people. */
export const CHANNELS = ['email', 'text', 'letter'] as const;
export type Channel = (typeof CHANNELS)[number];
