import { Tooltip } from '@mantine/core';
import type { ReactElement } from 'react';
import classes from './Tip.module.css';

interface TipProps {
  /** Undefined for none. What stands here is said elsewhere too: not everybody can hover. */
  readonly label: string | undefined;
  readonly children: ReactElement;
}

const OPENS_AFTER_MS = 350;

/** A word more on what is pointed at. */
export function Tip({ label, children }: TipProps) {
  if (label === undefined || label === '') return children;
  return (
    <Tooltip
      label={label}
      classNames={{ tooltip: classes.tip ?? '' }}
      multiline
      maw={340}
      openDelay={OPENS_AFTER_MS}
      transitionProps={{ duration: 0 }}
      // Not on focus: a tip that is open takes Esc for itself, and whoever works by keys means to step back.
      events={{ hover: true, focus: false, touch: false }}
    >
      {children}
    </Tooltip>
  );
}
