import { EditorContent } from '@tiptap/react';
import type { Editor } from '@tiptap/react';
import type { FieldCatalogue, TemplateSummary } from '../../../contract/templates.ts';
import { SourceBox } from './SourceBox.tsx';
import { Toolbar } from './Toolbar.tsx';
import classes from './Workshop.module.css';

interface WordingEditorProps {
  readonly subject: Editor | null;
  readonly body: Editor | null;
  readonly catalogue: FieldCatalogue | undefined;
  readonly channel: TemplateSummary['channel'];
  /** Whether the wording is edited as HTML. */
  readonly source: boolean;
  readonly onSourceDone: () => void;
}

/** Subject and wording, with what can be done to them above. A text message has neither subject nor shape. */
export function WordingEditor(props: WordingEditorProps) {
  const { subject, body, catalogue, channel, source, onSourceDone } = props;
  return (
    <div className={classes.sheet}>
      {channel === 'text' ? null : (
        <div className={classes.subject}>
          <EditorContent editor={subject} />
        </div>
      )}
      {body && channel !== 'text' ? <Toolbar editor={body} palette={catalogue?.palette ?? []} /> : null}
      {source && body ? <SourceBox editor={body} onDone={onSourceDone} /> : null}
      <div className={classes.body} hidden={source}>
        <EditorContent editor={body} />
      </div>
    </div>
  );
}
