import { Button } from '../../../ui/Button.tsx';
import { CheckField, TextField } from '../../../ui/Field.tsx';
import { Ordered } from '../../../ui/Ordered.tsx';
import { keyFor } from '../../../words/en/typeWords.ts';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';
import type { TypePartProps } from './useTypeDraft.ts';

/** The roles that parties have on matters of this kind. */
export function RoleRows({ draft, set }: TypePartProps) {
  return (
    <>
      <Ordered
        items={draft.roles}
        idOf={({ key }) => key}
        nameOf={({ label }) => label || 'role'}
        onOrder={(roles) => {
          set({ roles });
        }}
      >
        {(role, n, place, handle) => {
          const put = (part: Partial<typeof role>): void => {
            set({ roles: draft.roles.map((other, m) => (m === n ? { ...role, ...part } : other)) });
          };
          return (
            <div className={`${classes.row} ${classes.role}`} {...place}>
              {handle}
              <TextField
                label={say.oneIs}
                value={role.label}
                onChange={(label) => {
                  put({ label });
                }}
              />
              <TextField
                label={say.severalAre}
                value={role.plural}
                onChange={(plural_) => {
                  put({ plural: plural_ });
                }}
              />
              <CheckField
                label={say.several}
                checked={role.many}
                onChange={(many) => {
                  put({ many });
                }}
              />
              <CheckField
                label={say.required}
                checked={role.required ?? false}
                onChange={(required) => {
                  put({ required });
                }}
              />
              <Button
                aria-label={say.removeNamed(role.label || 'role')}
                onClick={() => {
                  set({ roles: draft.roles.filter((_, m) => m !== n) });
                }}
              >
                ×
              </Button>
            </div>
          );
        }}
      </Ordered>
      <Button
        onClick={() => {
          const key = keyFor('role', draft.roles);
          set({ roles: [...draft.roles, { key, label: '', plural: '', many: false }] });
        }}
      >
        {say.addARole}
      </Button>
    </>
  );
}
