import type { Editor } from '@tiptap/react';
import { IconLink } from '@tabler/icons-react';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { isSafeHref } from '../../../core/template/parseDocument.ts';
import { wholeHref } from '../../words/href.ts';
import { Tip } from '../../ui/Tip.tsx';
import { say } from '../../words/en/parts-wording.ts';
import classes from './Workshop.module.css';

interface ToolProps {
  readonly name: string;
  /** Whether what it does is done where the caret stands; undefined for what is only put in. */
  readonly on?: boolean;
  readonly onPress: () => void;
  readonly children: ReactNode;
}

/** One thing that can be done to the text. */
export function Tool({ name, on, onPress, children }: ToolProps) {
  return (
    <Tip label={name}>
      <button type="button" aria-label={name} aria-pressed={on} onClick={onPress}>
        {children}
      </button>
    </Tip>
  );
}

/** A link is asked for beside the words, never in a dialog. */
export function LinkTool({ editor, on }: { readonly editor: Editor; readonly on: boolean }) {
  const [asking, setAsking] = useState(false);
  const [typed, setTyped] = useState('');
  const done = (): void => {
    const href = wholeHref(typed);
    if (isSafeHref(href)) editor.chain().focus().extendMarkRange('link').setLink({ href }).run();
    setAsking(false);
  };
  if (asking)
    return (
      <input
        autoFocus
        className={classes.href}
        aria-label={say.addressOfTheLink}
        value={typed}
        placeholder={say.https}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') done();
          if (event.key === 'Escape') setAsking(false);
          if (event.key === 'Enter' || event.key === 'Escape') event.stopPropagation();
        }}
        onBlur={done}
      />
    );
  return (
    <Tool
      name={on ? say.removeTheLink : say.link}
      on={on}
      onPress={() => {
        if (on) editor.chain().focus().extendMarkRange('link').unsetLink().run();
        else setAsking(true);
      }}
    >
      <IconLink size={16} />
    </Tool>
  );
}
