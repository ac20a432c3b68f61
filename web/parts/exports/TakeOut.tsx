import { Menu } from '@mantine/core';
import { useState } from 'react';
import type { NewExport } from '../../../contract/exports.ts';
import type { SearchQuery } from '../../../contract/search.ts';
import { problemWords } from '../../words/en/wording.ts';
import { Waiting } from '../../ui/Waiting.tsx';
import { Button } from '../../ui/Button.tsx';
import { useCallOffExportMutation, useExportQuery, useStartExportMutation } from '../../api/exports.ts';
import { say } from '../../words/en/parts-exports.ts';
import classes from './TakeOut.module.css';

const FORMS = [
  ['zip', say.zipMessagesEnclosuresIndex],
  ['pdf', say.onePdfWithIndexAnd],
  ['mbox', say.mboxForAnyMailProgram],
  ['csv', say.aListAsCsv],
] as const;

/** Takes out what was found, whole, in an open format. */
export function TakeOut({ query, count }: { readonly query: SearchQuery; readonly count: number }) {
  const [order, setOrder] = useState<NewExport>();
  return (
    <>
      <Menu width={280} position="bottom-end">
        <Menu.Target>
          <Button disabled={count === 0}>{say.exportIt}</Button>
        </Menu.Target>
        <Menu.Dropdown>
          {FORMS.map(([form, words]) => (
            <Menu.Item
              key={form}
              onClick={() => {
                setOrder({ form, query });
              }}
            >
              {words}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      {order ? (
        <TakingOut
          key={JSON.stringify(order)}
          order={order}
          onEnd={() => {
            setOrder(undefined);
          }}
        />
      ) : null}
    </>
  );
}

/** Something being taken out: begun at a word, with how far it is, called off at any time. */
export function TakingOut({ order, onEnd }: { readonly order: NewExport; readonly onEnd: () => void }) {
  const [start, started] = useStartExportMutation();
  const [callOff] = useCallOffExportMutation();
  const { data, error } = useExportQuery(started.data?.id ?? '', {
    skip: started.data === undefined,
    pollingInterval: 400,
  });
  const job = data ?? started.data;
  const problem = started.error ?? error;
  return (
    <div className={classes.taking} role="status">
      {problem ? <span role="alert">{problemWords(problem)}</span> : null}
      {job === undefined && !problem ? (
        <Button kind="go" disabled={started.isLoading} onClick={() => void start(order)}>
          {say.exportNow}
        </Button>
      ) : null}
      {job?.state === 'running' ? (
        <>
          <Waiting label={say.exportUnderWay} share={job.of > 0 ? job.done / job.of : undefined} />
          {job.of > 0 ? `${job.done} of ${job.of}` : ''}
          <Button onClick={() => void callOff(job.id)}>{say.cancel}</Button>
        </>
      ) : null}
      {job?.state === 'done' ? (
        <a href={`/api/v1/exports/${job.id}/file`} download>
          {job.fileName}
        </a>
      ) : null}
      {job?.state === 'calledOff' ? say.cancelledNothingWasMade : ''}
      {job?.state === 'failed' ? (
        <span role="alert">
          {say.itCouldNotBeMade}
          {job.problem}
        </span>
      ) : null}
      {job?.state === 'running' ? null : (
        <Button aria-label={say.close} onClick={onEnd}>
          ×
        </Button>
      )}
    </div>
  );
}
