import { Modal } from '@mantine/core';
import classes from './KeysCard.module.css';

const KEYS: readonly (readonly [keys: string, what: string])[] = [
  ['Ctrl K', 'find a matter; Shift Enter starts a message on it'],
  ['↑ ↓', 'go along a list'],
  ['Enter', 'open what is marked, start what is shown'],
  ['N', 'start a message on the matter'],
  ['Tab', 'in a sheet: the next blank'],
  ['Ctrl Enter', 'in a sheet: send'],
  ['+', 'in a sheet: put in a passage; in the workshop: a field, a blank or a passage'],
  ['Alt ↓', 'in a blank for a day: the calendar'],
  ['1 – 5', 'in the in-tray: file on that suggestion; Enter on the first'],
  ['Shift 1 – 5', 'in the in-tray: file there and reply'],
  ['0, Delete', 'in the in-tray: another matter; not ours'],
  ['Ctrl Z', 'in the in-tray: take back what was done last'],
  ['Ctrl S', 'in the workshop: save'],
  ['Esc', 'step back; what is written is saved'],
  ['?', 'this card'],
];

export function KeysCard({ opened, onClose }: { readonly opened: boolean; readonly onClose: () => void }) {
  return (
    <Modal opened={opened} onClose={onClose} title="Keys" size="sm">
      <dl className={classes.keys}>
        {KEYS.map(([keys, what]) => (
          <div key={keys} className={classes.line}>
            <dt>
              <kbd>{keys}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
