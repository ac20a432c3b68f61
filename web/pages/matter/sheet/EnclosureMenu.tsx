import { Menu, Popover } from '@mantine/core';
import { useState } from 'react';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { EncloseOrder, Message } from '../../../../contract/messages.ts';
import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
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
  const { messageId, enclosure, at, enclosures, matter, onMove, onRename, onMade } = props;
  const { id, fileName, mediaType } = enclosure;
  const [naming, setNaming] = useState<string>();
  const content = `/api/v1/messages/${messageId}/enclosures/${id}/content`;
  const pdfs = enclosures.filter((one) => one.mediaType === IS_PDF).map((one) => one.id);
  const onMatter = enclosure.kind === 'document';
  const categories = [...new Set(matter.documents.map(({ category }) => category))].filter(Boolean);
  const dot = fileName.lastIndexOf('.');
  const [stem, ending] = dot > 0 ? [fileName.slice(0, dot), fileName.slice(dot)] : [fileName, ''];
  const shown = LOOKED_AT.test(mediaType) || /\.docx$/iu.test(fileName);
  return (
    <Popover
      opened={naming !== undefined}
      onChange={() => {
        setNaming(undefined);
      }}
      position="top-start"
      trapFocus
      withRoles={false}
    >
      <Popover.Target>
        <span>
          <Menu position="top-start" width={300}>
            <Menu.Target>
              <button type="button" className={classes.name}>
                {fileName}
              </button>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item component="a" href={content} target="_blank" rel="noopener">
                {shown ? 'Look at it' : 'Fetch it'}
              </Menu.Item>
              <Menu.Item
                onClick={() => {
                  setNaming(stem);
                }}
              >
                Call it otherwise…
              </Menu.Item>
              {at > 0 ? (
                <Menu.Item
                  onClick={() => {
                    onMove(at, at - 1);
                  }}
                >
                  Move before the one before
                </Menu.Item>
              ) : null}
              {CAN_BE_PDF.test(fileName) ? (
                <Menu.Item
                  onClick={() => {
                    onMade({ kind: 'asPdf', enclosureId: id });
                  }}
                >
                  Send it as PDF
                </Menu.Item>
              ) : null}
              {mediaType === IS_PDF && pdfs.length > 1 ? (
                <Menu.Item
                  onClick={() => {
                    onMade({ kind: 'join', enclosureIds: pdfs, name: stem });
                  }}
                >
                  Make the {pdfs.length} PDFs one
                </Menu.Item>
              ) : null}
              {onMatter ? null : <Menu.Label>Keep it on the matter, under</Menu.Label>}
              {onMatter
                ? null
                : [...categories, ...(categories.includes('Other') ? [] : ['Other'])].map((category) => (
                    <Menu.Item
                      key={category}
                      onClick={() => {
                        onMade({ kind: 'keep', enclosureId: id, category });
                      }}
                    >
                      {category}
                    </Menu.Item>
                  ))}
            </Menu.Dropdown>
          </Menu>
        </span>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          className={classes.naming}
          onSubmit={(event) => {
            event.preventDefault();
            const name = (naming ?? '').trim();
            if (name !== '') onRename(name + ending);
            setNaming(undefined);
          }}
        >
          <TextField label="It goes out as" value={naming ?? ''} onChange={setNaming} autoFocus />
          <span className={classes.patterns}>
            {[
              ...new Set([enclosure.category || stem, stem].map((what) => `${matter.reference} ${what}`)),
            ].map((name) => (
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
            Call it so
          </Button>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
