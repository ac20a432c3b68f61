import { Menu, Popover } from '@mantine/core';
import { useDocumentCategories } from '../../../api/useCategories.ts';
import { useState } from 'react';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { EncloseOrder, Message } from '../../../../contract/messages.ts';
import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './Enclosures.module.css';

type Enclosure = Message['enclosures'][number];

interface EnclosureMenuProps {
  readonly messageId: string;
  readonly enclosure: Enclosure;
  readonly at: number;
  readonly enclosures: readonly Enclosure[];
  readonly matter: MatterDetail;
  readonly onMove: (from: number, to: number) => void;
  readonly onRename: (fileName: string) => void;
  readonly onMade: (order: EncloseOrder) => void;
}

const CAN_BE_PDF = /\.(?:docx|txt|png|jpe?g)$/iu;
const IS_PDF = 'application/pdf';
const LOOKED_AT = /^(?:application\/pdf|image\/(?:png|jpeg|gif)|text\/plain)$/;

/** What can be done with an enclosure: looked at, called otherwise, moved, made a PDF, joined, kept on the matter. */
export function EnclosureMenu(props: EnclosureMenuProps) {
  const [naming, setNaming] = useState(false);
  const end = (): void => {
    setNaming(false);
  };
  return (
    <Popover opened={naming} onChange={end} position="top-start" trapFocus withRoles={false}>
      <Popover.Target>
        <span>
          <Menu position="top-start" width={300}>
            <Menu.Target>
              <button type="button" className={classes.name}>
                {props.enclosure.fileName}
              </button>
            </Menu.Target>
            <Menu.Dropdown>
              <Acts
                {...props}
                onName={() => {
                  setNaming(true);
                }}
              />
            </Menu.Dropdown>
          </Menu>
        </span>
      </Popover.Target>
      <Popover.Dropdown>
        <NamingForm {...props} onEnd={end} />
      </Popover.Dropdown>
    </Popover>
  );
}

/** A file's name without its ending, and the ending, which stays. */
function nameParts(fileName: string): readonly [stem: string, ending: string] {
  const dot = fileName.lastIndexOf('.');
  return dot > 0 ? [fileName.slice(0, dot), fileName.slice(dot)] : [fileName, ''];
}

function Acts(props: EnclosureMenuProps & { readonly onName: () => void }) {
  const { messageId, enclosure, at, enclosures, onMove, onMade, onName } = props;
  const { id, fileName, mediaType } = enclosure;
  const [stem] = nameParts(fileName);
  const pdfs = enclosures.filter((one) => one.mediaType === IS_PDF).map((one) => one.id);
  const shown = LOOKED_AT.test(mediaType) || /\.docx$/iu.test(fileName);
  const content = `/api/v1/messages/${messageId}/enclosures/${id}/content`;
  return (
    <>
      <Menu.Item component="a" href={content} target="_blank" rel="noopener">
        {shown ? say.open : say.download}
      </Menu.Item>
      <Menu.Item onClick={onName}>{say.rename}</Menu.Item>
      {at > 0 ? (
        <Menu.Item
          onClick={() => {
            onMove(at, at - 1);
          }}
        >
          {say.moveBeforeTheOneBefore}
        </Menu.Item>
      ) : null}
      {CAN_BE_PDF.test(fileName) ? (
        <Menu.Item
          onClick={() => {
            onMade({ kind: 'asPdf', enclosureId: id });
          }}
        >
          {say.sendItAsPdf}
        </Menu.Item>
      ) : null}
      {mediaType === IS_PDF && pdfs.length > 1 ? (
        <Menu.Item
          onClick={() => {
            onMade({ kind: 'join', enclosureIds: pdfs, name: stem });
          }}
        >
          {say.makeThePdfsOne(pdfs.length)}
        </Menu.Item>
      ) : null}
      {enclosure.kind === 'document' ? null : <KeepUnder {...props} />}
    </>
  );
}

function KeepUnder({ enclosure, matter, onMade }: EnclosureMenuProps) {
  const used = matter.documents.map(({ category }) => category).filter(Boolean);
  const categories = new Set([...useDocumentCategories(used), 'Other']);
  return (
    <>
      <Menu.Label>{say.saveItOnTheMatter}</Menu.Label>
      {[...categories].map((category) => (
        <Menu.Item
          key={category}
          onClick={() => {
            onMade({ kind: 'keep', enclosureId: enclosure.id, category });
          }}
        >
          {category}
        </Menu.Item>
      ))}
    </>
  );
}

function NamingForm(props: EnclosureMenuProps & { readonly onEnd: () => void }) {
  const { enclosure, matter, onRename, onEnd } = props;
  const [stem, ending] = nameParts(enclosure.fileName);
  const [naming, setNaming] = useState(stem);
  const patterns = new Set([enclosure.category || stem, stem].map((what) => `${matter.reference} ${what}`));
  return (
    <form
      className={classes.naming}
      onSubmit={(event) => {
        event.preventDefault();
        if (naming.trim() !== '') onRename(naming.trim() + ending);
        onEnd();
      }}
    >
      <TextField label={say.itGoesOutAs} value={naming} onChange={setNaming} autoFocus />
      <span className={classes.patterns}>
        {[...patterns].map((name) => (
          <Button
            key={name}
            onClick={() => {
              setNaming(name);
            }}
          >
            {name}
          </Button>
        ))}
      </span>
      <Button kind="go" type="submit">
        {say.renameNow}
      </Button>
    </form>
  );
}
