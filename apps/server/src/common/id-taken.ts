import { ConflictException } from '@nestjs/common';

/** An id that came in before with something else under it: never taken for a retry of the same thing. */
export const idTaken = (what: string): ConflictException =>
  new ConflictException({
    code: 'ID_TAKEN',
    message: `This ${what} id belongs to another ${what} already.`,
    remedy: 'Make it again: it gets an id of its own.',
  });
