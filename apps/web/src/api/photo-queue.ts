import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useSyncExternalStore } from 'react';
import { smaller } from '../device/picture.ts';
import { deviceOutbox, onWake } from '../outbox/device.ts';
import { newId } from '../outbox/ids.ts';
import { browserClock } from '../outbox/lane.ts';
import { SendingQueue, type Waiting } from '../outbox/sending-queue.ts';
import { photoKeys, uploadPhoto } from './photos.ts';

/** A photo as the device keeps it until the server has it. */
export interface NewPhoto {
  readonly picture: Blob;
  readonly caption: string;
  readonly about: string;
}
export type WaitingPhoto = Waiting<NewPhoto>;

let queue: SendingQueue<NewPhoto> | undefined;
let reread: (jobId: string) => Promise<unknown> = () => Promise.resolve();

const theQueue = (): SendingQueue<NewPhoto> =>
  (queue ??= new SendingQueue<NewPhoto>(
    {
      kind: 'photo',
      // One at a time: a shop's wireless carries one photo well and ten badly.
      lane: () => 'photos',
      send: ({ jobId, id, payload }) => uploadPhoto(jobId, id, payload),
      arrived: (jobId) => reread(jobId),
    },
    deviceOutbox().store,
    browserClock,
  ));

/** Sends what was photographed on this device as long as somebody is signed in, whatever page is open. */
export function useSendPhotos(person: string | undefined): void {
  const client = useQueryClient();
  useEffect(() => {
    if (person === undefined) return;
    reread = (id) => client.invalidateQueries({ queryKey: photoKeys(id) });
    theQueue().signedIn(person);
    const ends = [theQueue().start(), onWake(() => theQueue().wake())];
    return () => ends.forEach((end) => end());
  }, [client, person]);
}

/** The photos of a job that wait on this device, and the ways to add and drop one. */
export function usePhotoQueue(jobId: string) {
  const all = useSyncExternalStore(theQueue().subscribe, theQueue().getItems);
  return {
    waiting: all.filter((w) => w.jobId === jobId),
    /** @throws with a sentence for the page where the file is no picture */
    add: async (file: File, caption: string, about: string): Promise<void> =>
      theQueue().add(jobId, newId(), { picture: await smaller(file), caption, about }),
    discard: (id: string) => void theQueue().drop(id),
  };
}
