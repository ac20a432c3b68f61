import { Menu } from '@mantine/core';
import type { SearchQuery } from '../../../contract/search.ts';
import { Button } from '../../ui/Button.tsx';
import { paramsOf } from './queryParams.ts';

const FORMS = [
  ['zip', 'ZIP: messages, enclosures, index'],
  ['pdf', 'One PDF with index and page numbers'],
  ['mbox', 'mbox, for any mail program'],
  ['csv', 'A list as CSV'],
] as const;

/** Takes out what was found, whole, in an open format. */
export function TakeOut({ query, count }: { readonly query: SearchQuery; readonly count: number }) {
  return (
    <Menu width={280} position="bottom-end">
      <Menu.Target>
        <Button disabled={count === 0}>Take out…</Button>
      </Menu.Target>
      <Menu.Dropdown>
        {FORMS.map(([form, words]) => (
          <Menu.Item
            key={form}
            component="a"
            href={`/api/v1/correspondence-files/${form}?${paramsOf(query).toString()}`}
            download
          >
            {words}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
