import { EditorContent } from '@tiptap/react';
import type { Editor } from '@tiptap/react';
import { useState } from 'react';
import type { FieldCatalogue, TemplateSummary } from '../../../contract/templates.ts';
import { SourceBox } from './SourceBox.tsx';
import { Toolbar } from './Toolbar.tsx';
import classes from './Workshop.module.css';

interface WordingEditorProps {
  readonly subject: Editor | null;
  readonly body: Editor | null;
  readonly catalogue: FieldCatalogue | undefined;
  readonly channel: TemplateSummary['channel'];
}

/** Subject and wording, with what can be done to them above. A text message has neither subject nor shape. */
export function WordingEditor({ subject, body, catalogue, channel }: WordingEditorProps) {
  const [source, setSource] = useState(false);
  return (
    <div className={classes.sheet}>
      {channel === 'text' ? null : (
        <div className={classes.subject}>
          <EditorContent editor={subject} />
        </div>
      )}
      {body && channel !== 'text' ? (
        <Toolbar
          editor={body}
          catalogue={catalogue}
          source={source}
          onSource={() => {
            setSource(!source);
          }}
        />
      ) : null}
      {source && body ? (
        <SourceBox
          editor={body}
          onDone={() => {
            setSource(false);
          }}
        />
      ) : null}
      <div className={classes.body} hidden={source}>
        <EditorContent editor={body} />
      </div>
    </div>
  );
}
