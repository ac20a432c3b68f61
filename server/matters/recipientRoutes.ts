import { ById } from '../../contract/common.ts';
import { Offers, OffersQuery } from '../../contract/recipients.ts';
import { offerRecipientsOn } from './offerRecipients.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { MatterServices } from './services.ts';

const { endpoint } = endpointsFor<MatterServices>();

export const recipientRoutes = [
  endpoint({
    method: 'get',
    path: '/matters/:id/recipients',
    right: 'read',
    summary: 'Whom the words typed may mean, this matter’s parties first',
    params: ById,
    query: OffersQuery,
    status: 200,
    answers: Offers,
    handle: ({ scope, params, query }) =>
      offerRecipientsOn(scope, params.id, query.words ?? '', query.channel ?? 'email'),
  }),
];
