import { BadRequestException } from '@nestjs/common';
import type { NewReading } from './record-schemas.ts';
import type { TestReading } from './test-reading.entity.ts';

/** A clock that is off by less is right: what is measured of it is the time a request takes. */
const OFF_MS = 5_000;
/** So far ahead a reading may be once its clock is known: one that is more was taken before the clock was set back. */
const AHEAD_MS = 5 * 60_000;

/** When a reading was taken: by the server's clock, and by the device's own. */
export interface ReadingTime {
  readonly takenAt: Date;
  readonly deviceAt: Date;
}

/**
 * How far a device's clock is off is seen whenever it sends something: by when it says that it sends. A correction keeps the time of
 * what it corrects.
 * @param corrected the reading it corrects
 * @throws BadRequestException where it is ahead even so: the device keeps it, and its owner decides
 */
export function timeOf(
  { takenAt, sentAt }: Pick<NewReading, 'takenAt' | 'sentAt'>,
  corrected: TestReading | null,
  now: number,
): ReadingTime {
  if (corrected) {
    const kept = { takenAt: corrected.takenAt, deviceAt: corrected.deviceAt ?? corrected.takenAt };
    if (Object.values(kept).some((t) => t.getTime() === takenAt.getTime())) return kept;
  }
  const off = sentAt ? now - sentAt.getTime() : 0;
  const at = takenAt.getTime() + (Math.abs(off) < OFF_MS ? 0 : off);
  if (at > now + AHEAD_MS)
    throw new BadRequestException({
      code: 'AHEAD_OF_TIME',
      message:
        'This reading is ahead of the shop’s clock: the clock of the device was changed since it was taken.',
      remedy: 'Use the time of sending, or drop it and read again.',
      details: [{ path: 'takenAt', message: 'is ahead of the shop’s clock' }],
    });
  return { takenAt: new Date(at), deviceAt: takenAt };
}
