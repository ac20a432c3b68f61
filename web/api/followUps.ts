import { api } from './api.ts';

const followUpsApi = api.injectEndpoints({
  endpoints: (build) => ({
    settleFollowUp: build.mutation<
      null,
      { readonly id: string; readonly done: boolean; readonly matterId: string }
    >({
      query: ({ id, done }) => ({ url: `/follow-ups/${id}`, method: 'PATCH', body: { done } }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }, 'Today'],
    }),
  }),
});

export const { useSettleFollowUpMutation } = followUpsApi;
