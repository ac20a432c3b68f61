import type { PictureView } from '../../contract/passages.ts';
import { api } from './api.ts';

const picturesApi = api.injectEndpoints({
  endpoints: (build) => ({
    keepPicture: build.mutation<PictureView, File>({
      query: (file) => {
        const body = new FormData();
        body.append('file', file);
        return { url: '/pictures', method: 'POST', body };
      },
    }),
  }),
});

export const { useKeepPictureMutation } = picturesApi;
