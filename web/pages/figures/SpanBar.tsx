import { NavLink, useOutletContext } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { usePeopleQuery } from '../../api/people.ts';
import { usePracticeQuery } from '../../api/practice.ts';
import { DayField } from '../../parts/days/DayField.tsx';
import { WhoseChoice } from '../../parts/whose/WhoseChoice.tsx';
import { SelectField } from '../../ui/Field.tsx';
import { PartTabs } from '../../ui/PartTabs.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { anyChannelWords, say } from '../../words/en/figures.ts';
import { mayDo } from '../../words/rights.ts';
import type { SpanControl } from './useSpan.ts';
import classes from './Figures.module.css';

/** The head of the figures: which days, whose, of which matters and by which way; and the two parts of them. */
export function SpanBar({ span }: { readonly span: SpanControl }) {
  const { query, set, search } = span;
  const { user } = useOutletContext<Session>();
  const { data } = useMatterTypesQuery();
  return (
    <>
      <ViewHead title={say.figures}>
        <PartTabs label={say.parts}>
          <NavLink to={`/figures${search}`} end>
            {say.messages}
          </NavLink>
          <NavLink to={`/figures/templates${search}`}>{say.templates}</NavLink>
        </PartTabs>
        {mayDo(user, 'figures') ? (
          <div className={classes.whose}>
            <WhoseChoice
              value={query.of ?? 'mine'}
              onChange={(of) => {
                set({ of: of === 'mine' ? '' : of });
              }}
            />
          </div>
        ) : null}
      </ViewHead>
      <div className={classes.span} role="group" aria-label={say.whichFigures}>
        <DayField
          key={`from ${query.from}`}
          label={say.from}
          value={query.from}
          looking="back"
          onChange={(from) => {
            if (from !== '') set({ from });
          }}
        />
        <DayField
          key={`until ${query.until}`}
          label={say.until}
          value={query.until}
          looking="back"
          onChange={(until) => {
            if (until !== '') set({ until });
          }}
        />
        <SelectField
          label={say.matterType}
          value={query.typeId ?? ''}
          options={[
            ['', say.everyType],
            ...(data?.items ?? []).map(({ id, definition }) => [id, definition.name] as const),
          ]}
          onChange={(typeId) => {
            set({ typeId });
          }}
        />
        <SelectField
          label={say.channel}
          value={query.channel ?? ''}
          options={[
            ['', say.everyChannel],
            ...(['email', 'text', 'letter'] as const).map((one) => [one, anyChannelWords(one)] as const),
          ]}
          onChange={(channel) => {
            set({ channel });
          }}
        />
        {query.of === 'all' ? <Person span={span} /> : null}
      </div>
    </>
  );
}

/** One person among everybody, where the practice shows figures by name. */
function Person({ span: { query, set } }: { readonly span: SpanControl }) {
  const { data: practice } = usePracticeQuery();
  const { data: people } = usePeopleQuery();
  if (practice?.figuresByName !== true) return null;
  return (
    <SelectField
      label={say.person}
      value={query.personId ?? ''}
      options={[['', say.everybody], ...(people?.items ?? []).map(({ id, name }) => [id, name] as const)]}
      onChange={(personId) => {
        set({ personId });
      }}
    />
  );
}
