import type { Editor } from '@tiptap/react';
import type { FieldCatalogue, TemplateContentJson } from '../../../contract/templates.ts';

type Blanks = TemplateContentJson['blanks'];
type Blank = Blanks[number];

/** What the caret or the selection is at that has something to set. */
export interface Place {
  readonly editor: Editor;
  readonly type: string;
  readonly attrs: Readonly<Record<string, unknown>>;
  readonly pos: number;
  /** Of what stands within a repeat: over what. */
  readonly over: string | undefined;
}

export interface PlaceFormProps {
  readonly place: Place;
  readonly catalogue: FieldCatalogue;
  readonly blanks: Blanks;
  readonly onSet: (attrs: Readonly<Record<string, unknown>>) => void;
  readonly onBlanks: (blanks: readonly Blank[]) => void;
}
