// @vitest-environment happy-dom
import userEvent from '@testing-library/user-event';
import { render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { PartBoundary } from './PartBoundary.tsx';

let isBroken = true;

function Folder() {
  if (isBroken) throw new Error('a value nobody foresaw');
  return <p>the folder</p>;
}

describe('a fault in one part', () => {
  beforeEach(() => {
    isBroken = true;
    vi.spyOn(console, 'error').mockImplementation(() => undefined);
  });
  afterEach(() => {
    vi.restoreAllMocks();
  });

  it('leaves what stands beside it, and can be tried again', async () => {
    render(
      <>
        <PartBoundary what="The folder">
          <Folder />
        </PartBoundary>
        <textarea aria-label="Wording" defaultValue="half a letter" />
      </>,
    );
    expect(screen.getByText('The folder could not be shown')).toBeTruthy();
    expect(screen.getByLabelText<HTMLTextAreaElement>('Wording').value).toBe('half a letter');
    isBroken = false;
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(screen.getByText('the folder')).toBeTruthy();
  });
});
