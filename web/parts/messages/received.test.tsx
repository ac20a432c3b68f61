// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { choose, screen, show } from '../../tests/stage.tsx';
import { Received } from './Received.tsx';

const HTML =
  '<!doctype html><html><head><style>@media (prefers-color-scheme:dark){p{color:red}}</style></head><body><p>Dear Ms Okafor,</p></body></html>';
const shown = (): string => screen.getByTitle(/as it arrives/).getAttribute('srcdoc') ?? '';

describe('a message as it arrives', () => {
  it('loads nothing from afar and runs nothing, whoever reads it', () => {
    show(<Received subject="Report" html={HTML} text="Dear" />, {});
    expect(shown()).toContain("default-src 'none'; img-src 'self' data:");
    expect(screen.getByTitle(/as it arrives/).getAttribute('sandbox')).not.toContain('scripts');
    expect(shown()).toContain('@media not all');
  });

  it('is seen in a dark reader, with pictures off, and as text', async () => {
    const { user } = show(<Received subject="Report" html={HTML} text="Dear Ms Okafor, in text" />, {});
    await choose(user, 'As it arrives', 'on a dark screen');
    expect(shown()).toContain('@media all');
    await choose(user, 'As it arrives', 'with pictures off');
    expect(shown()).toContain("img-src 'none'");
    await choose(user, 'As it arrives', 'as text alone');
    expect(screen.getByText('Dear Ms Okafor, in text')).toBeTruthy();
  });
});
