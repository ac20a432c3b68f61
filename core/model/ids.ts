import type { Brand } from './brand.ts';

export type MatterId = Brand<string, 'MatterId'>;
export type MatterTypeId = Brand<string, 'MatterTypeId'>;
export type ContactId = Brand<string, 'ContactId'>;
export type PersonId = Brand<string, 'PersonId'>;
export type DocumentId = Brand<string, 'DocumentId'>;
export type TemplateId = Brand<string, 'TemplateId'>;
export type MessageId = Brand<string, 'MessageId'>;
export type EntryId = Brand<string, 'EntryId'>;

/** Brands an id where it crosses a border that was checked: a row just read, a request just validated. */
export const asId = <Id extends Brand<string, string>>(raw: string): Id => raw as Id;
