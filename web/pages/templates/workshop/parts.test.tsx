// @vitest-environment happy-dom
import { cleanup, within } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import type { FieldCatalogue, TemplateContentJson, TemplateDetail } from '../../../../contract/templates.ts';
import { held } from '../../../tests/held.tsx';
import { choose, chosenIn, refusing, screen, show } from '../../../tests/stage.tsx';
import { AnswersPart } from './AnswersPart.tsx';
import { NEW_DRAFT } from './draft.ts';
import type { WorkshopDraft } from './draft.ts';
import { useKeeping } from './useKeeping.ts';
import { KeepBar } from './KeepBar.tsx';
import { RecipientLines } from './RecipientLines.tsx';
import { TemplateParts } from './TemplateParts.tsx';

const CATALOGUE = {
  fields: [{ path: 'date.survey', label: 'Survey day', kind: 'date' }],
  repeats: [],
  roles: [
    { key: 'owner', label: 'Owner', types: ['Survey'] },
    { key: 'broker', label: 'Broker', types: ['Survey'] },
  ],
  categories: ['Report', 'Invoice'],
  stages: [{ key: 'reported', label: 'Reported' }],
  keyDates: [{ key: 'survey', label: 'Survey day' }],
} as unknown as FieldCatalogue;

describe('whom a template writes to', () => {
  const lines = (recipients: TemplateContentJson['recipients'] = { to: [], cc: [], bcc: [] }) =>
    held(recipients, (value, onChange) => (
      <RecipientLines recipients={value} roles={CATALOGUE.roles} onChange={onChange} />
    ));

  it('is a role, by its name in any case, or an address', async () => {
    const { user, value } = lines();
    await user.type(screen.getByRole('combobox', { name: 'Add to To' }), 'owner{Enter}');
    await user.type(screen.getByRole('combobox', { name: 'Add to Cc' }), 'archive@x.example{Enter}');
    expect(value()).toEqual({
      to: [{ role: 'owner' }],
      cc: [{ address: 'archive@x.example', name: '' }],
      bcc: [],
    });
  });

  it('is nobody whom these letters do not name: they stay to be gone on with', async () => {
    const { user, value } = lines();
    await user.type(screen.getByRole('combobox', { name: 'Add to To' }), 'owne{Enter}');
    await user.tab();
    expect(value().to).toEqual([]);
    expect(screen.getByRole<HTMLInputElement>('combobox', { name: 'Add to To' }).value).toBe('owne');
  });

  it('has a role once on a line, and lets go of it', async () => {
    const { user, value } = lines({ to: [{ role: 'owner' }], cc: [], bcc: [] });
    await user.type(screen.getByRole('combobox', { name: 'Add to To' }), 'Owner{Enter}');
    expect(value().to).toEqual([{ role: 'owner' }]);
    await user.click(screen.getByRole('button', { name: 'Remove Owner' }));
    expect(value().to).toEqual([]);
  });
});

describe('the parts of a template beside its wording', () => {
  const parts = (content: Partial<TemplateContentJson> = {}, answers: object = {}) => {
    const initial: WorkshopDraft = { ...NEW_DRAFT, content: { ...NEW_DRAFT.content, ...content } };
    return held(
      initial,
      (draft, onChange) => (
        <TemplateParts
          draft={draft}
          catalogue={CATALOGUE}
          onSource={() => undefined}
          onDraft={(part) => {
            onChange({ ...draft, ...part });
          }}
          onContent={(part) => {
            onChange({ ...draft, content: { ...draft.content, ...part } });
          }}
        />
      ),
      {
        'GET /practice/sending': {
          senders: [{ key: 'accounts', name: 'Accounts', address: 'accounts@x.example' }],
        },
        'GET /templates': {
          items: [{ id: 't9', name: 'Our terms', channel: 'letter' }],
          next: null,
        },
        ...answers,
      },
    );
  };

  it('take a blank, ask it as one likes, and let go of it', async () => {
    const { user, value } = parts();
    await user.click(screen.getByText('Add a blank'));
    await user.clear(screen.getByLabelText('Asked as'));
    await user.type(screen.getByLabelText('Asked as'), 'which yard');
    expect(value().content.blanks).toMatchObject([{ label: 'which yard', kind: 'text', required: true }]);
    const row = within(screen.getByText('Blanks').closest('details') ?? document.body);
    await user.click(row.getByText('Remove'));
    expect(value().content.blanks).toEqual([]);
  });

  it('give a blank of a choice its list, a line each', async () => {
    const { user, value } = parts();
    await user.click(screen.getByText('Add a blank'));
    await choose(user, 'Answered with', 'choice');
    await user.type(screen.getByLabelText('The list, a line each'), 'North{Enter}South');
    expect(value().content.blanks[0]?.choices?.map(({ label }) => label)).toEqual(['North', 'South']);
  });

  it('say of a blank that asks for a day which year one without is in', async () => {
    const { user, value } = parts();
    await user.click(screen.getByText('Add a blank'));
    expect(screen.queryByLabelText('A day without a year')).toBeNull();
    await choose(user, 'Answered with', 'date');
    await choose(user, 'A day without a year', 'is the last that was');
    expect(value().content.blanks[0]).toMatchObject({ kind: 'date', looks: 'back' });
    await choose(user, 'Answered with', 'text');
    expect(value().content.blanks[0]).not.toHaveProperty('looks');
  });

  it('enclose by a rule: the latest, one that is asked for, a letter made now', async () => {
    const { user, value } = parts();
    await user.click(screen.getByText('The latest of a category'));
    await user.click(screen.getByText('One that the writer chooses'));
    await user.click(await screen.findByText('A letter made now'));
    expect(value().content.documents.map(({ kind }) => kind)).toEqual(['latest', 'ask', 'letter']);
    expect(value().content.documents[0]).toMatchObject({ category: 'Report', required: true });
    expect(value().content.documents[2]).toMatchObject({ templateId: 't9', name: 'Our terms' });
  });

  it('enclose a file of their own by the id it was kept under, and nothing where it was refused', async () => {
    const { user, value } = parts({}, { 'POST /template-files': { id: 'f1', name: 'Terms.pdf' } });
    await user.upload(screen.getByLabelText('File to enclose each time'), new File(['x'], 'Terms.pdf'));
    await vi.waitFor(() => {
      expect(value().content.documents).toEqual([{ kind: 'fixed', fileId: 'f1', name: 'Terms.pdf' }]);
    });
  });

  it('say why a file was not kept', async () => {
    const { user, value } = parts(
      {},
      { 'POST /template-files': refusing(413, 'tooLarge', { code: 'fileTooLarge', megabytes: 40 }) },
    );
    await user.upload(screen.getByLabelText('File to enclose each time'), new File(['x'], 'Terms.pdf'));
    expect(await screen.findByText(/larger than 40 MB/)).toBeTruthy();
    expect(value().content.documents).toEqual([]);
  });

  it('say what follows, and take each of it back', async () => {
    const { user, value } = parts();
    await user.type(screen.getByLabelText(/Follow up in working days/), '5');
    await choose(user, 'The matter moves to', 'Reported');
    await choose(user, 'The day of sending goes into', 'Survey day');
    expect(value().content.after).toEqual({
      followUp: { workingDays: 5, what: 'An answer is outstanding' },
      stage: 'reported',
      stampDate: 'survey',
    });
    await user.clear(screen.getByLabelText(/Follow up in working days/));
    await choose(user, 'The matter moves to', 'stays where it is');
    await choose(user, 'The day of sending goes into', 'no date');
    expect(value().content.after).toEqual({});
  });

  it('choose the sender, and say of a sender that is gone that it is', async () => {
    const { user, value } = parts({ sender: 'sender:old' });
    await vi.waitFor(() => {
      expect(chosenIn('Send as')).toBe('a sender that is gone');
    });
    await choose(user, 'Send as', 'Accounts');
    expect(value().content.sender).toBe('sender:accounts');
    await choose(user, 'Send as', 'the writer');
    expect(value().content).not.toHaveProperty('sender');
  });
});

describe('keeping a template', () => {
  const detail = (change: Partial<TemplateDetail> = {}) =>
    ({
      id: 't1',
      name: 'Our terms',
      standing: 'shared',
      owner: null,
      version: 3,
      ...change,
    }) as unknown as TemplateDetail;
  const bar = (
    template: TemplateDetail | undefined,
    answers: Readonly<Record<string, unknown>> = {},
    change: Partial<Parameters<typeof KeepBar>[0]> = {},
  ) => {
    const onKeep = vi.fn();
    const stage = show(
      <KeepBar
        draft={{ ...NEW_DRAFT, name: 'Our terms' }}
        template={template}
        changed
        busy={false}
        mayChange
        error={undefined}
        onKeep={onKeep}
        {...change}
      />,
      answers,
    );
    return { ...stage, onKeep };
  };

  it('keeps a new one at once', async () => {
    const { user, onKeep } = bar(undefined);
    await user.click(screen.getByRole('button', { name: /Save/ }));
    expect(onKeep).toHaveBeenCalledWith('');
  });

  it('says first whose drafts stay as they are and where it is lost, and keeps it at a second word', async () => {
    const { user, onKeep } = bar(detail(), {
      'POST /templates/t1/impact': { drafts: [{ matterReference: 'SV-2041' }], loses: ['Damage claim'] },
    });
    await user.type(screen.getByLabelText('Why it is changed'), 'clearer');
    await user.click(screen.getByRole('button', { name: /Save as new version/ }));
    expect((await screen.findByRole('alert')).textContent).toMatch(
      /1 draft made from the version before stays as it is: SV-2041. It could no longer be used on: Damage claim./,
    );
    expect(onKeep).not.toHaveBeenCalled();
    await user.click(screen.getByRole('button', { name: 'Save anyway' }));
    await vi.waitFor(() => {
      expect(onKeep).toHaveBeenCalledWith('clearer');
    });
  });

  it('is kept by Ctrl+S with the reason that was typed, and not where nothing was changed', async () => {
    const { user, onKeep } = bar(detail({ standing: 'private' }));
    await user.type(screen.getByLabelText('Why it is changed'), 'clearer');
    await user.keyboard('{Control>}s{/Control}');
    expect(onKeep).toHaveBeenCalledWith('clearer');
    cleanup();
    const unchanged = bar(detail({ standing: 'private' }), {}, { changed: false });
    await unchanged.user.keyboard('{Control>}s{/Control}');
    expect(unchanged.onKeep).not.toHaveBeenCalled();
  });

  it('stands on the version that was opened, whatever is there by now, until a person says otherwise', async () => {
    const bases: unknown[] = [];
    const answers = {
      'PATCH /templates/t1': ({ baseVersionId }: { readonly baseVersionId: string }) => {
        bases.push(baseVersionId);
        return refusing(409, 'templateChanged');
      },
    };
    function Desk() {
      const [version, setVersion] = useState(1);
      const { keep, overtaken, standOnTop } = useKeeping(
        { ...NEW_DRAFT, name: 'Our terms' },
        detail({ version, versionId: `v${version}` }),
        () => undefined,
      );
      return (
        <>
          <button type="button" onClick={() => void keep('')}>
            Save
          </button>
          <button
            type="button"
            onClick={() => {
              setVersion(2);
            }}
          >
            A colleague
          </button>
          <button type="button" onClick={standOnTop}>
            Use mine
          </button>
          {overtaken ? <p>overtaken</p> : null}
        </>
      );
    }
    const { user } = show(<Desk />, answers);
    await user.click(screen.getByRole('button', { name: 'A colleague' }));
    expect(screen.getByText('overtaken')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => {
      expect(bases).toEqual(['v1']);
    });
    await user.click(screen.getByRole('button', { name: 'Use mine' }));
    expect(screen.queryByText('overtaken')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => {
      expect(bases).toEqual(['v1', 'v2']);
    });
  });

  it('asks nothing where nothing is touched, nor of one that is private', async () => {
    const shared = bar(detail(), { 'POST /templates/t1/impact': { drafts: [], loses: [] } });
    await shared.user.click(screen.getByRole('button', { name: /Save as new version/ }));
    await vi.waitFor(() => {
      expect(shared.onKeep).toHaveBeenCalledOnce();
    });
  });

  it.each([
    ['private', ['Share', 'Approve', 'Retire']],
    ['shared', ['Approve', 'Retire']],
    ['approved', ['Retire']],
    ['retired', ['Bring back']],
  ] as const)('moves a template that is %s only where it can go', (standing, moves) => {
    bar(detail({ standing }));
    const offered = screen.getAllByRole('button').map(({ textContent }) => textContent);
    expect(offered.filter((words) => !words.startsWith('Save'))).toEqual(moves);
  });

  it('offers a reader nothing, and says so', () => {
    bar(detail(), {}, { mayChange: false });
    expect(screen.queryByRole('button')).toBeNull();
    expect(screen.getByText('You may read here')).toBeTruthy();
  });
});

describe('how long answers are taken', () => {
  const body = (type: string) => ({
    type: 'doc',
    content: [{ type: 'bulletList', content: [{ type, attrs: {} }] }],
  });
  const part = (type: string) =>
    held<Partial<TemplateContentJson>>({}, (content, onChange) => (
      <AnswersPart
        content={{ ...NEW_DRAFT.content, body: body(type), ...content } as TemplateContentJson}
        onContent={onChange}
      />
    ));

  it('is asked of a template that asks, wherever in it, and of no other', async () => {
    part('paragraph');
    expect(screen.queryByText('Answers')).toBeNull();
    cleanup();
    const { user, value } = part('question');
    await user.click(screen.getByText('Answers'));
    const days = screen.getByRole('textbox', { name: /^Answers are taken for/ });
    await user.clear(days);
    await user.type(days, '15');
    expect(value()).toEqual({ answers: { workingDays: 15 } });
    await user.click(screen.getByRole('checkbox', { name: 'Answers can be corrected until then' }));
    expect(value()).toEqual({ answers: { workingDays: 15, once: true } });
  });
});
