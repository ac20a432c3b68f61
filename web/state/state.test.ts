import { describe, expect, it } from 'vitest';
import { connection, lineBack, lineLost, sessionEnded, sessionResumed } from './connection.ts';
import { preferences, readPreferences, singleKeysSet, writePreferences } from './preferences.ts';

describe('the line to the server', () => {
  it('is down until the server answers, and says when it is asked again', () => {
    const up = connection(undefined, lineBack());
    const down = connection(up, lineLost(5_000));
    expect(down).toMatchObject({ line: 'down', nextTryUtc: 5_000 });
    // A request that fails meanwhile does not know when the stream is opened again.
    expect(connection(down, lineLost(undefined)).nextTryUtc).toBe(5_000);
    expect(connection(down, lineBack())).toEqual(up);
  });

  it('knows a session that is over apart from a line that is down', () => {
    const over = connection(connection(undefined, lineLost(1)), sessionEnded());
    expect(connection(over, lineBack()).session).toBe('over');
    expect(connection(over, sessionResumed()).session).toBe('open');
  });
});

describe('what is preferred on this computer', () => {
  it('is read back as it was chosen', () => {
    const kept = new Map<string, string>();
    const storage = {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
    };
    expect(readPreferences(storage)).toEqual({ singleKeys: true });
    writePreferences(storage, preferences(undefined, singleKeysSet(false)));
    expect(readPreferences(storage)).toEqual({ singleKeys: false });
  });

  it.each(['', 'null', '{', '"x"', '[1]'])('is what holds without where %j is found', (found) => {
    expect(readPreferences({ getItem: () => found })).toEqual({ singleKeys: true });
  });

  it('is not kept by a browser that keeps nothing, and breaks nothing there', () => {
    const full = () => {
      throw new Error('QuotaExceededError');
    };
    expect(() => {
      writePreferences({ setItem: full }, { singleKeys: false });
    }).not.toThrow();
    expect(readPreferences({ getItem: full })).toEqual({ singleKeys: true });
    expect(readPreferences(undefined)).toEqual({ singleKeys: true });
  });
});
