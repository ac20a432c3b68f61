import type { Ref } from 'react';

interface FileChooserProps {
  readonly ref: Ref<HTMLInputElement>;
  readonly label: string;
  /** Endings and media types, as the attribute of the same name takes them (HTML, 4.10.5.1.17). */
  readonly accept?: string;
  readonly multiple?: boolean;
  readonly onChoose: (files: readonly File[]) => void;
}

/** Asks for files; opened by what stands beside it. The same file can be chosen again. */
export function FileChooser({ ref, label, accept, multiple = false, onChoose }: FileChooserProps) {
  return (
    <input
      ref={ref}
      hidden
      type="file"
      multiple={multiple}
      accept={accept}
      aria-label={label}
      onChange={(event) => {
        onChoose([...(event.currentTarget.files ?? [])]);
        event.currentTarget.value = '';
      }}
    />
  );
}
