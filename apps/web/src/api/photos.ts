import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { newId } from '../outbox/ids.ts';
import { smaller } from '../device/picture.ts';
import { apiUpload, api } from './client.ts';

export interface PhotoRow {
  readonly id: string;
  readonly caption: string;
  /** What it is of: “line:feed”, “view:side”. */
  readonly about: string;
  /** px. */
  readonly width: number;
  readonly height: number;
  readonly author: string;
  readonly at: string;
}

const photos = (jobId: string) => ['job', jobId, 'photos'] as const;

export const usePhotos = (jobId: string) =>
  useQuery({
    queryKey: photos(jobId),
    queryFn: () => api<PhotoRow[]>('GET', `/jobs/${jobId}/photos`),
  });

/** Where the page shows it from. */
export const photoAddress = (jobId: string, id: string): string => `/api/v1/jobs/${jobId}/photos/${id}`;

/** Makes a picture small on the device, then sends it. */
export function useSendPhoto(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({
      file,
      caption,
      about,
    }: {
      readonly file: File;
      readonly caption: string;
      readonly about: string;
    }) => {
      const picture = await smaller(file);
      const query = new URLSearchParams({ caption, about });
      return apiUpload<PhotoRow>(`/jobs/${jobId}/photos/${newId()}?${query}`, picture);
    },
    onSuccess: () => client.invalidateQueries({ queryKey: photos(jobId) }),
  });
}
