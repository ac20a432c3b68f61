// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import { screen, show } from '../../../tests/stage.tsx';
import { LeftOutList } from './LeftOutList.tsx';

const found = {
  fileName: 'Old letter.html',
  leftOut: [
    {
      kind: 'picture' as const,
      count: 1,
      pictures: [{ src: 'https://x.example/logo.png', alt: 'Our logo' }],
    },
    { kind: 'colour' as const, count: 3, pictures: [] },
    { kind: 'form' as const, count: 1, pictures: [] },
  ],
};

describe('what an import left out', () => {
  it('is listed by kind', () => {
    show(<LeftOutList found={found} onPicture={() => undefined} />, {});
    expect(screen.getByText('Left out: 1 picture, 3 colours, 1 part of a form.')).toBeTruthy();
  });

  it('is nothing to speak of where nothing was', () => {
    show(<LeftOutList found={{ ...found, leftOut: [] }} onPicture={() => undefined} />, {});
    expect(screen.queryByText(/Left out/)).toBeNull();
  });

  it('gives its pictures back, from a file of one’s own', async () => {
    const onPicture = vi.fn();
    const { user } = show(<LeftOutList found={found} onPicture={onPicture} />, {
      'POST /pictures': { picture: 'p1', mediaType: 'image/png', width: 120, height: 40, sizeBytes: 99 },
    });
    await user.upload(
      screen.getByLabelText('File of the picture Our logo'),
      new File(['x'], 'logo.png', { type: 'image/png' }),
    );
    expect(await screen.findByText(/stands at the end of the wording/)).toBeTruthy();
    expect(onPicture).toHaveBeenCalledWith({
      type: 'picture',
      attrs: { picture: 'p1', alt: '', width: 120, href: null },
    });
  });
});
