import { useMatterTypesQuery } from '../../../api/matterTypes.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { keyFor } from '../../../words/en/typeWords.ts';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';
import type { TypePartProps } from './useTypeDraft.ts';

/** The matters that one of this kind can stand beside, each by a name; templates can say what those hold. */
export function LinkRows({ draft, set }: TypePartProps) {
  const { data } = useMatterTypesQuery();
  const types = (data?.items ?? []).map(({ id, definition }) => [id, definition.name] as const);
  const links = draft.links ?? [];
  const [first] = types;
  return (
    <>
      <p className={classes.hint}>{say.aRenewalAndItsSurvey}</p>
      {links.map((link, n) => {
        const put = (part: Partial<typeof link>): void => {
          set({ links: links.map((other, m) => (m === n ? { ...link, ...part } : other)) });
        };
        return (
          <div key={link.key} className={classes.row}>
            <TextField
              label={say.name}
              value={link.label}
              onChange={(label) => {
                put({ label });
              }}
            />
            <SelectField
              label={say.isAMatterOf}
              value={link.typeId}
              options={types}
              onChange={(typeId) => {
                put({ typeId });
              }}
            />
            <Button
              aria-label={say.removeNamed(link.label || say.link)}
              onClick={() => {
                set({ links: links.filter((_, m) => m !== n) });
              }}
            >
              ×
            </Button>
          </div>
        );
      })}
      {first ? (
        <Button
          onClick={() => {
            set({ links: [...links, { key: keyFor('link', links), label: '', typeId: first[0] }] });
          }}
        >
          {say.addA(say.link)}
        </Button>
      ) : null}
    </>
  );
}
