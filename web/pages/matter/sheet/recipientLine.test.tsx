// @vitest-environment happy-dom
import { useState } from 'react';
import { fireEvent } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { Message } from '../../../../contract/messages.ts';
import type { Offers } from '../../../../contract/recipients.ts';
import { screen, show } from '../../../tests/stage.tsx';
import { RecipientLine } from './RecipientLine.tsx';

const offer = (name: string, address: string): Offers['people'][number] => ({
  name,
  address,
  contactId: `c-${name}`,
  roles: ['owner'],
  label: 'work',
  why: 'only',
  organisation: null,
  doNotWriteTo: false,
});
const INES = offer('Ines Okafor', 'ines@harbour.example');
const HAL = offer('Hallam Slip', 'hal@yard.example');
const OFFERS: Offers = {
  people: [INES, HAL],
  groups: [{ id: 'g1', name: 'The yards', members: [{ name: 'A Yard', address: 'a@yard.example' }] }],
  roles: [],
  unreached: ['Verity Sands'],
};

let line: Message['to'] = [];
interface HeldProps {
  readonly taken: Message['to'];
  readonly channel: Message['channel'];
  readonly onLine: (recipients: Message['to']) => void;
}

function Held({ taken, channel, onLine }: HeldProps) {
  const [recipients, setRecipients] = useState<Message['to']>([]);
  return (
    <RecipientLine
      label="To"
      channel={channel}
      recipients={recipients}
      taken={[...taken, ...recipients]}
      matterId="m1"
      onChange={(next) => {
        setRecipients(next);
        onLine(next);
      }}
    />
  );
}
const held = (taken: Message['to'] = [], channel: Message['channel'] = 'email', offers = OFFERS) => {
  line = [];
  const onLine = (next: Message['to']): void => {
    line = next;
  };
  const { user } = show(<Held taken={taken} channel={channel} onLine={onLine} />, {
    'GET /matters/m1/recipients': offers,
  });
  return { user, field: screen.getByLabelText('Add to To') };
};
const addresses = () => line.map(({ address }) => address);

describe('a line of recipients', () => {
  it('takes a name by Enter for the first whom it finds, and is empty then', async () => {
    const { user, field } = held();
    await user.type(field, 'ines{Enter}');
    await vi.waitFor(() => {
      expect(line).toEqual([
        { name: INES.name, address: INES.address, contactId: INES.contactId, roles: INES.roles },
      ]);
    });
    expect((field as HTMLInputElement).value).toBe('');
  });

  it('passes over whoever stands on one of the lines already', async () => {
    const { user, field } = held([{ name: '', address: 'INES@harbour.example', roles: [] }]);
    await user.type(field, 'ines{Enter}');
    await vi.waitFor(() => {
      expect(addresses()).toEqual([HAL.address]);
    });
  });

  it('takes an address as it stands, by Enter, by a comma, or by going on', async () => {
    const { user, field } = held();
    await user.type(field, 'one@x.example{Enter}');
    await user.type(field, 'two@x.example,');
    await user.type(field, 'three@x.example');
    await user.tab();
    expect(addresses()).toEqual(['one@x.example', 'two@x.example', 'three@x.example']);
  });

  it('takes nobody twice, whatever the case', async () => {
    const { user, field } = held();
    await user.type(field, 'one@x.example{Enter}One@X.example{Enter}');
    expect(addresses()).toEqual(['one@x.example']);
  });

  it('takes several that are pasted, with their names', async () => {
    const { field } = held();
    fireEvent.paste(field, {
      clipboardData: { getData: () => '"Vane, Hal" <hal.vane@x.example>; Mary <mary@x.example>' },
    });
    expect(line.map(({ name, address }) => [name, address])).toEqual([
      ['Vane, Hal', 'hal.vane@x.example'],
      ['Mary', 'mary@x.example'],
    ]);
  });

  it('leaves an address that is pasted behind typed letters to be typed on', async () => {
    const { user, field } = held();
    await user.type(field, 'x');
    fireEvent.paste(field, { clipboardData: { getData: () => 'one@x.example' } });
    expect(line).toEqual([]);
  });

  it('takes a whole group that is chosen', async () => {
    const { user, field } = held();
    await user.type(field, 'yards');
    await user.click(await screen.findByText('The yards'));
    expect(addresses()).toEqual(['a@yard.example']);
  });

  it('takes all who hold a role that is named, and says whom no address reaches', async () => {
    const { user, field } = held([], 'email', {
      ...OFFERS,
      roles: [{ role: 'owner', label: 'owner', members: [INES, HAL], without: ['Tom Brae'] }],
    });
    await user.type(field, 'own');
    expect((await screen.findByText(/All 3: owner/)).textContent).toContain('but not Tom Brae: no address');
    await user.type(field, 'er{Enter}');
    await vi.waitFor(() => {
      expect(addresses()).toEqual([INES.address, HAL.address]);
    });
  });

  it('gives the last back by Backspace in an empty field, and any by its cross', async () => {
    const { user, field } = held();
    await user.type(field, 'one@x.example,two@x.example,three@x.example,');
    await user.type(field, '{Backspace}');
    await user.click(screen.getByRole('button', { name: 'Remove one@x.example' }));
    expect(addresses()).toEqual(['two@x.example']);
  });

  it('takes a number for a text message as it is typed', async () => {
    const { user, field } = held([], 'text');
    await user.type(field, '07700 900123');
    await user.tab();
    expect(addresses()).toEqual(['07700 900123']);
  });
});
