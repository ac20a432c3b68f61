import type { ChangeFollowUp, NewFollowUp } from '../../contract/matterTypes.ts';
import { api } from './api.ts';

const followUpsApi = api.injectEndpoints({
  endpoints: (build) => ({
    makeFollowUp: build.mutation<
      { readonly id: string },
      { readonly matterId: string; readonly followUp: NewFollowUp }
    >({
      query: ({ matterId, followUp }) => ({
        url: `/matters/${matterId}/follow-ups`,
        method: 'POST',
        body: followUp,
      }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }, 'Today'],
    }),
    changeFollowUp: build.mutation<
      object,
      { readonly id: string; readonly matterId: string; readonly change: ChangeFollowUp }
    >({
      query: ({ id, change }) => ({ url: `/follow-ups/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }, 'Today'],
    }),
    settleFollowUp: build.mutation<
      null,
      { readonly id: string; readonly done: boolean; readonly matterId: string }
    >({
      query: ({ id, done }) => ({ url: `/follow-ups/${id}`, method: 'PATCH', body: { done } }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }, 'Today'],
    }),
  }),
});

export const { useSettleFollowUpMutation, useMakeFollowUpMutation, useChangeFollowUpMutation } = followUpsApi;
