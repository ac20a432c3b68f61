import { ById, Nothing } from '../../contract/common.ts';
import { NewGroup, Offers, OffersQuery, RecipientGroup } from '../../contract/recipients.ts';
import { endpoint } from '../http/endpoint.ts';
import { dropGroup } from '../directory/deleteGroup.ts';
import { findOffers } from './offerRecipients.ts';
import { keepGroup } from '../directory/saveGroup.ts';

export const recipientRoutes = [
  endpoint({
    method: 'get',
    path: '/matters/:id/recipients',
    summary: 'Whom the words typed may mean, this matter’s parties first',
    params: ById,
    query: OffersQuery,
    status: 200,
    answers: Offers,
    handle: ({ office, person, params, query }) =>
      findOffers(office, person, params.id, query.words ?? '', query.channel ?? 'email'),
  }),
  endpoint({
    method: 'post',
    path: '/recipient-groups',
    summary: 'Keep recipients as a group',
    body: NewGroup,
    status: 201,
    answers: RecipientGroup,
    handle: ({ office, person, body }) => keepGroup(office, person, body),
  }),
  endpoint({
    method: 'delete',
    path: '/recipient-groups/:id',
    summary: 'Drop a group; those in it stay what they are',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ office, person, params }) => dropGroup(office, person, params.id),
  }),
];
