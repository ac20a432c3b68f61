import type { Editor } from '@tiptap/react';

/** Where writing begins: the first open blank, or else the empty paragraph; whoever writes already is left there. */
export function startPlace(editor: Editor | null, page: HTMLElement | null): void {
  if (!editor || !page) return;
  window.requestAnimationFrame(() => {
    if (editor.isDestroyed || page.contains(document.activeElement)) return;
    const open = page.querySelector<HTMLElement>('[data-blank-field][data-open="true"]');
    if (open) open.focus();
    else {
      // At once: the command that focuses waits a frame, in which somebody may have begun to write elsewhere.
      editor.commands.setTextSelection(emptyParagraph(editor) ?? 1);
      editor.view.focus();
    }
  });
}

function emptyParagraph(editor: Editor): number | undefined {
  let at: number | undefined;
  editor.state.doc.descendants((node, pos) => {
    if (at === undefined && node.isTextblock && node.content.size === 0) at = pos + 1;
    return at === undefined;
  });
  return at;
}
