import type { Channel } from '../../core/model/channel.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import type { TemplateContent } from '../../core/template/template.ts';

export type Standing = 'private' | 'shared' | 'approved' | 'retired';

/** A template in one of its versions, which never changes. */
export interface TemplateVersion {
  readonly templateId: TemplateId;
  readonly versionId: string;
  readonly name: string;
  readonly channel: Channel;
  readonly content: TemplateContent;
  readonly standing: Standing;
  /** Whose it is, while it is private. */
  readonly ownerId: string | null;
  readonly tags: readonly string[];
}

export interface NewTemplateRow extends TemplateVersion {
  readonly folder: string;
  readonly tags: readonly string[];
  /** Its own wording, folded, for finding. */
  readonly words: string;
}
