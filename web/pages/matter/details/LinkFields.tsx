import type { MatterRecordView } from '../../../../contract/matterTypes.ts';
import { MatterPicker } from '../../../parts/pickers/MatterPicker.tsx';
import { Button } from '../../../ui/Button.tsx';
import { say } from '../../../words/en/matter-details.ts';
import classes from './Details.module.css';

export type Links = MatterRecordView['links'];

interface LinkFieldsProps {
  readonly record: MatterRecordView;
  readonly links: Links;
  readonly onChange: (links: Links) => void;
}

/** The matters that this one stands beside, one for each name that its type has. */
export function LinkFields({ record, links, onChange }: LinkFieldsProps) {
  return (
    <>
      {(record.type.links ?? []).map(({ key, label, typeId }) => {
        const other = links[key];
        const { [key]: _gone, ...others } = links;
        return (
          <div key={key} className={classes.link}>
            <MatterPicker
              label={label}
              labelled="above"
              typeId={typeId}
              but={record.id}
              chosen={other && `${other.reference} · ${other.title}`}
              matterId={other?.id}
              onChoose={({ id, reference, title }) => {
                onChange({ ...links, [key]: { id, reference, title } });
              }}
            />
            {other ? (
              <Button
                onClick={() => {
                  onChange(others);
                }}
              >
                {say.notLinked}
              </Button>
            ) : null}
          </div>
        );
      })}
    </>
  );
}
