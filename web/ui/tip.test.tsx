// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
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
