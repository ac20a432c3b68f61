import { PasswordInput } from '@mantine/core';
import { READING_LOOK } from '../../ui/fieldLook.ts';
import { say } from '../../words/en/profile.ts';

interface NewPasswordFieldProps {
  readonly value: string;
  readonly onChange: (password: string) => void;
}

/** A password that is being chosen, with what makes a good one. Whether it is strong enough is the server’s to say. */
export function NewPasswordField({ value, onChange }: NewPasswordFieldProps) {
  return (
    <PasswordInput
      {...READING_LOOK}
      label={say.newPassword}
      description={say.atLeastFifteen}
      autoComplete="new-password"
      value={value}
      onChange={(event) => {
        onChange(event.currentTarget.value);
      }}
    />
  );
}
