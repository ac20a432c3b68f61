// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import { screen, show } from '../tests/stage.tsx';
import { Tip } from './Tip.tsx';

describe('a word more on something', () => {
  it('leaves what it is on as it was, and shows when it is pointed at', async () => {
    const { user } = show(
      <Tip label="Thursday 5 March 2026, 14:05">
        <button type="button" className="own">
          5 Mar
        </button>
      </Tip>,
      {},
    );
    const button = screen.getByRole('button', { name: '5 Mar' });
    expect(button.className).toBe('own');
    expect(screen.queryByRole('tooltip')).toBeNull();
    await user.hover(button);
    expect((await screen.findByRole('tooltip')).textContent).toBe('Thursday 5 March 2026, 14:05');
  });

  it('leaves Esc to the view, where the focus stands on what it explains', async () => {
    const back = vi.fn();
    const { user } = show(
      <div
        role="presentation"
        onKeyDown={(event) => {
          if (event.key === 'Escape') back();
        }}
      >
        <Tip label="The whole title">
          <button type="button">A title</button>
        </Tip>
      </div>,
      {},
    );
    await user.tab();
    await new Promise((done) => setTimeout(done, 500));
    expect(screen.queryByRole('tooltip')).toBeNull();
    await user.keyboard('{Escape}');
    expect(back).toHaveBeenCalledOnce();
  });

  it('is nothing where there is nothing to say', () => {
    show(
      <Tip label={undefined}>
        <span>5 Mar</span>
      </Tip>,
      {},
    );
    expect(screen.getByText('5 Mar').attributes).toHaveLength(0);
  });
});
