/** Gives something to be saved under a name, as a download does. */
export function saveFile(content: Blob | string, name: string, mediaType = 'text/plain'): void {
  const link = document.createElement('a');
  const blob = typeof content === 'string' ? new Blob([content], { type: mediaType }) : content;
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
