import { Button } from '../../../ui/Button.tsx';
import { CheckField, TextField } from '../../../ui/Field.tsx';
import { Ordered } from '../../../ui/Ordered.tsx';
import { keyFor } from '../../../words/en/typeWords.ts';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';
import type { TypePartProps } from './useTypeDraft.ts';

/** The stages that a matter goes through. */
export function StageRows({ draft, set }: TypePartProps) {
  return (
    <>
      <Ordered
        items={draft.stages}
        idOf={({ key }) => key}
        nameOf={({ label }) => label || 'stage'}
        onOrder={(stages) => {
          set({ stages });
        }}
      >
        {(stage, n, place, handle) => (
          <div className={classes.row} {...place}>
            {handle}
            <TextField
              label={say.stage(n + 1)}
              value={stage.label}
              onChange={(label) => {
                set({ stages: draft.stages.map((other, m) => (m === n ? { ...stage, label } : other)) });
              }}
            />
            <CheckField
              label={say.closesTheMatter}
              checked={stage.closes === true}
              onChange={(closes) => {
                const { closes: _old, ...rest } = stage;
                const next = closes ? { ...rest, closes } : rest;
                set({ stages: draft.stages.map((other, m) => (m === n ? next : other)) });
              }}
            />
            <Button
              aria-label={say.removeNamed(stage.label || 'stage')}
              onClick={() => {
                set({ stages: draft.stages.filter((_, m) => m !== n) });
              }}
            >
              ×
            </Button>
          </div>
        )}
      </Ordered>
      <Button
        onClick={() => {
          set({ stages: [...draft.stages, { key: keyFor('stage', draft.stages), label: '' }] });
        }}
      >
        {say.addAStage}
      </Button>
    </>
  );
}
