import { IconX } from '@tabler/icons-react';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { EncloseOrder, Message } from '../../../../contract/messages.ts';
import { unmetDocuments } from '../../../../core/shelf/index.ts';
import { fileSize } from '../../../words/en/wording.ts';
import { Waiting } from '../../../ui/Waiting.tsx';
import { Button } from '../../../ui/Button.tsx';
import { Ordered } from '../../../ui/Ordered.tsx';
import { useFileDrop } from '../../../ui/useFileDrop.ts';
import { EncloseMenu } from './EncloseMenu.tsx';
import { EnclosureMenu } from './EnclosureMenu.tsx';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './Enclosures.module.css';

type EnclosureList = Message['enclosures'];

interface EnclosuresProps {
  readonly messageId: string;
  readonly enclosures: EnclosureList;
  readonly wanted: Message['wanted'];
  readonly matter: MatterDetail;
  /** What the sender's host takes for one message, encoded. */
  readonly limitBytes: number | undefined;
  /** Something is being read or made. */
  readonly busy: boolean;
  /** How much of the files has gone to the server, from 0 to 1. */
  readonly share: number | undefined;
  readonly problem: string | undefined;
  readonly onChange: (enclosures: EnclosureList) => void;
  readonly onFiles: (files: readonly File[]) => void;
  readonly onMade: (order: EncloseOrder) => void;
  /** Invites to an appointment of the matter; undefined where the channel carries none. */
  readonly onInvite?: ((appointment: Message['appointment']) => void) | undefined;
}

/** Base64 makes four bytes of three (RFC 2045 §6.8). */
const ENCODED = 4 / 3;

/** What goes along, at the foot of the sheet: put in from the matter, dropped, made now; in an order of one's own. */
export function Enclosures(props: EnclosuresProps) {
  const { enclosures, wanted, matter, limitBytes, busy, share, problem, onChange, onFiles, onMade } = props;
  const { over, target } = useFileDrop(true, onFiles);
  const bytes = enclosures.reduce((sum, { sizeBytes }) => sum + sizeBytes * ENCODED, 0);
  return (
    <div className={classes.enclosures} data-part="enclosures" data-over={over} {...target}>
      <span className={classes.label}>{say.enclosed}</span>
      <EnclosedFiles {...props} />
      {unmetDocuments(wanted, enclosures).map(({ label }, n) => (
        <span key={n} className={classes.missing}>
          {label} <small>{say.isWantedAlong}</small>
        </span>
      ))}
      <EncloseMenu
        matter={matter}
        enclosures={enclosures}
        onEnclose={(document) => {
          onChange([...enclosures, document]);
        }}
        onFiles={onFiles}
        onMade={onMade}
        onInvite={props.onInvite}
      />
      {enclosures.length > 1 && limitBytes !== undefined ? (
        <small className={classes.size}>
          {say.ofOnItsWay(fileSize(Math.round(bytes)), fileSize(limitBytes))}
        </small>
      ) : null}
      {busy ? (
        <span className={classes.busy} role="status">
          <Waiting label={say.filesAreBeingRead} share={share} />{' '}
          {share === undefined ? say.oneMoment : `${Math.round(share * 100)} %`}
        </span>
      ) : null}
      {problem === undefined ? null : (
        <span className={classes.problem} role="alert">
          {problem}
        </span>
      )}
      {over ? <Button className={classes.dropHere}>{say.letGoToEnclose}</Button> : null}
    </div>
  );
}

/** The files themselves, in the order in which they go along. */
function EnclosedFiles({ messageId, enclosures, matter, onChange, onMade }: EnclosuresProps) {
  const move = (from: number, to: number): void => {
    const next = [...enclosures];
    const [moved] = next.splice(from, 1);
    if (!moved || to < 0 || to > next.length) return;
    next.splice(to, 0, moved);
    onChange(next);
  };
  return (
    <Ordered items={enclosures} idOf={({ id }) => id} nameOf={({ fileName }) => fileName} onOrder={onChange}>
      {(enclosure, n, place, handle) => (
        <span className={classes.file} {...place}>
          {handle}
          <EnclosureMenu
            messageId={messageId}
            enclosure={enclosure}
            at={n}
            enclosures={enclosures}
            matter={matter}
            onMove={move}
            onRename={(fileName) => {
              onChange(enclosures.map((one) => (one === enclosure ? { ...one, fileName } : one)));
            }}
            onMade={onMade}
          />
          <small>{fileSize(enclosure.sizeBytes)}</small>
          <button
            type="button"
            aria-label={say.remove(enclosure.fileName)}
            onClick={() => {
              onChange(enclosures.filter((one) => one !== enclosure));
            }}
          >
            <IconX size={12} stroke={2} aria-hidden="true" />
          </button>
        </span>
      )}
    </Ordered>
  );
}
