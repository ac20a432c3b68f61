import { Modal } from '@mantine/core';
import { say } from '../words/en/shell.ts';
import classes from './KeysCard.module.css';

const KEYS: readonly (readonly [keys: string, what: string])[] = [
  ['Ctrl K', say.findAMatterShiftEnter],
  ['↑ ↓', say.goAlongAList],
  ['Enter', say.openWhatIsMarkedStart],
  ['N', say.startAMessageOnThe],
  ['Tab', say.inASheetTheNext],
  ['Ctrl Enter', say.inASheetSend],
  ['+', say.inASheetPutIn],
  ['Alt ↓', say.inABlankForA],
  ['1 – 5', say.inTheInTrayFile],
  ['Shift 1 – 5', say.inTheInTrayFileThere],
  ['0, Delete', say.inTheInTrayAnother],
  ['Ctrl Z', say.inTheInTrayTake],
  ['Ctrl S', say.inTheWorkshopSave],
  ['Esc', say.stepBackWhatIsWritten],
  ['?', say.thisCard],
];

export function KeysCard({ opened, onClose }: { readonly opened: boolean; readonly onClose: () => void }) {
  return (
    <Modal opened={opened} onClose={onClose} title={say.keys} size="sm">
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
