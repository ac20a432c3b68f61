import type { DoneStep, RoutineRun } from '../../../contract/routines.ts';
import type { ChangeMatter } from '../../../contract/matterTypes.ts';
import type { RoutineContent } from '../../../core/routines/index.ts';
import type { Latest } from '../versionedQueries.ts';

export interface StoredRoutine extends Latest<RoutineContent> {
  readonly unaskedPerDay: number | null;
}

/** What a run left behind, so that it can be taken back as one. */
export interface Left {
  readonly steps: readonly DoneStep[];
  readonly messageIds: readonly string[];
  readonly followUpIds: readonly string[];
  readonly documentIds: readonly string[];
}

export interface StoredRun {
  readonly id: string;
  readonly routineId: string;
  readonly name: string;
  readonly matterId: string;
  readonly personId: string;
  readonly unasked: boolean;
  readonly occasion: string;
  readonly atUtc: number;
  readonly did: Left;
  readonly undo: ChangeMatter | null;
  readonly hindered: RoutineRun['problems'] | null;
  readonly undoneUtc: number | null;
}
