import { useResizeObserver } from '@mantine/hooks';
import { useLayoutEffect, useRef, useState } from 'react';
import type { RefObject } from 'react';
import type { Message } from '../../../../contract/messages.ts';
import { noteWords, remedyWords } from '../../../words/en/noteWords.ts';
import { Button } from '../../../ui/Button.tsx';
import { layOutNotes } from './layOutNotes.ts';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './Margin.module.css';

type Note = Message['notes'][number];

interface MarginProps {
  readonly page: RefObject<HTMLDivElement | null>;
  readonly notes: readonly Note[];
  /** Somebody has pressed Send: what still stops it is said with more weight. */
  readonly pressing: boolean;
  readonly onRemedy: (remedy: Note['remedies'][number]) => void;
  /** The writer leaves what a note speaks of as it is: these words, not every note of its kind. */
  readonly onLeave: (id: string) => void;
}

/** Notes pencilled beside the lines they concern. They scroll with the sheet, and move apart where they would touch. */
export function Margin({ page, notes, pressing, onRemedy, onLeave }: MarginProps) {
  const margin = useRef<HTMLElement>(null);
  const [measure, sheetSize] = useResizeObserver();
  const [layout, setLayout] = useState<Layout>(NOWHERE);

  useLayoutEffect(() => {
    measure(page.current);
  }, [measure, page]);

  useLayoutEffect(() => {
    const aside = margin.current;
    if (!aside || !page.current) return;
    const cards = [...aside.querySelectorAll<HTMLElement>('[data-note-card]')];
    const anchors = notes.map((note) => anchorOf(note, page.current, aside));
    const next = {
      anchors,
      tops: layOutNotes(
        anchors,
        cards.map((card) => card.offsetHeight),
      ),
      reach: reachOf(page.current, aside),
    };
    setLayout((known) => (JSON.stringify(known) === JSON.stringify(next) ? known : next));
  }, [notes, page, sheetSize]);

  return (
    <aside className={classes.margin} ref={margin} aria-label={say.notes} aria-live="polite">
      <svg className={classes.rules} aria-hidden="true">
        {notes.map(({ id, severity }, n) => (
          <path
            key={`${id}-${n}`}
            data-severity={severity}
            d={ruleTo(layout.anchors[n] ?? 0, layout.tops[n] ?? 0, layout.reach)}
          />
        ))}
      </svg>
      {notes.map((note, n) => (
        <NoteCard
          key={`${note.id}-${n}`}
          note={note}
          top={layout.tops[n] ?? 0}
          pressing={pressing}
          onRemedy={onRemedy}
          onLeave={onLeave}
        />
      ))}
    </aside>
  );
}

interface Layout {
  /** Where the words stand that each note speaks of, and where the note itself begins, in pixels down the margin. */
  readonly anchors: readonly number[];
  readonly tops: readonly number[];
  /** How far left of the margin the column of text ends, in pixels. */
  readonly reach: number;
}

const NOWHERE: Layout = { anchors: [], tops: [], reach: 0 };

/** Half a line down, where a rule meets words and note. */
const MIDDLE = 9;
/** Rules turn here, left of the margin; a little apart, so that two can be told. */
const TURN = 6;
/** Where a note begins, right of the margin's edge. */
const NOTE_LEFT = 10;

/** The rule that ties a note to the line it concerns: along the line, down the gutter, to the note. */
function ruleTo(anchor: number, top: number, reach: number): string {
  return `M ${-reach} ${Math.round(anchor) + MIDDLE} H ${-TURN} V ${top + MIDDLE} H ${NOTE_LEFT}`;
}

function reachOf(page: HTMLElement, aside: HTMLElement): number {
  const text = page.querySelector('[aria-multiline]') ?? page;
  return Math.max(TURN, Math.round(aside.getBoundingClientRect().left - text.getBoundingClientRect().right));
}

/** The height, in the margin, of what a note speaks of. */
function anchorOf(note: Note, page: HTMLElement | null, aside: HTMLElement): number {
  const place = page && (wordsOf(note, page) ?? blankOf(note, page) ?? partOf(note, page));
  return place ? place.getBoundingClientRect().top - aside.getBoundingClientRect().top : 0;
}

function wordsOf(note: Note, page: HTMLElement): Element | null {
  if (note.where.part !== 'body' || !('words' in note.where)) return null;
  const { block, words } = note.where;
  const marked = [...page.querySelectorAll('.noted')].find((mark) => words.startsWith(mark.textContent));
  return (
    marked ??
    page.querySelectorAll(
      '[aria-multiline] p, [aria-multiline] h1, [aria-multiline] h2, [aria-multiline] h3',
    )[block] ??
    null
  );
}

function blankOf(note: Note, page: HTMLElement): Element | null {
  const key = note.params['key'];
  return note.code === 'blankUnfilled'
    ? page.querySelector(`[data-blank-key="${CSS.escape(String(key))}"]`)
    : null;
}

const partOf = (note: Note, page: HTMLElement): Element | null =>
  page.querySelector(`[data-part="${note.where.part}"]`);

interface NoteCardProps extends Omit<MarginProps, 'page' | 'notes'> {
  readonly note: Note;
  readonly top: number;
}

function NoteCard({ note, top, pressing, onRemedy, onLeave }: NoteCardProps) {
  const { title, detail } = noteWords(note);
  return (
    <section
      className={classes.note}
      data-note-card=""
      data-severity={note.severity}
      data-pressing={pressing}
      style={{ top }}
    >
      <b>
        <span className={classes.kind}>{note.severity === 'stop' ? say.stop : say.caution}: </span>
        {title}
      </b>
      <span>{detail} </span>
      {note.remedies.map((remedy, n) => (
        <Button
          key={n}
          className={classes.remedy}
          onClick={() => {
            onRemedy(remedy);
          }}
        >
          {remedyWords(remedy)}
        </Button>
      ))}
      {note.severity === 'caution' ? (
        <Button
          className={classes.remedy}
          onClick={() => {
            onLeave(note.id);
          }}
        >
          {say.ignoreThisNote}
        </Button>
      ) : null}
    </section>
  );
}
