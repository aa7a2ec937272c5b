import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { newId } from '../outbox/ids.ts';
import { smaller } from '../device/picture.ts';
import { apiUpload, api } from './client.ts';
import { stated } from './stated.ts';

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
  readonly fromFile?: boolean;
}

export const photoKeys = (jobId: string) => ['job', jobId, 'photos'] as const;

const statedPhotos = (rows: readonly PhotoRow[]) => rows.map(stated);

export const usePhotos = (jobId: string) =>
  useQuery({
    queryKey: photoKeys(jobId),
    queryFn: () => api<PhotoRow[]>('GET', `/jobs/${jobId}/photos`),
    select: statedPhotos,
  });

/** Where the page shows it from. */
export const photoAddress = (jobId: string, id: string): string => `/api/v1/jobs/${jobId}/photos/${id}`;

/** Sends a picture as it is, under an id of the device: twice is once. */
export const uploadPhoto = (
  jobId: string,
  id: string,
  { picture, caption, about }: { readonly picture: Blob; readonly caption: string; readonly about: string },
): Promise<PhotoRow> =>
  apiUpload<PhotoRow>(`/jobs/${jobId}/photos/${id}?${new URLSearchParams({ caption, about })}`, picture);

/** Makes a picture small on the device, then sends it: for one that is needed at once. */
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
      return uploadPhoto(jobId, newId(), { picture: await smaller(file), caption, about });
    },
    onSuccess: () => client.invalidateQueries({ queryKey: photoKeys(jobId) }),
  });
}
