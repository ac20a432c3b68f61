/** Asks for one file, from a list or a command that has no button of its own; undefined where none is chosen. */
export function chooseFile(label: string, accept: string): Promise<File | undefined> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = accept;
    input.hidden = true;
    input.setAttribute('aria-label', label);
    const done = (file: File | undefined): void => {
      input.remove();
      resolve(file);
    };
    input.addEventListener('change', () => {
      done(input.files?.[0]);
    });
    input.addEventListener('cancel', () => {
      done(undefined);
    });
    document.body.append(input);
    input.click();
  });
}
