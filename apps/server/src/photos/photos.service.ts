import { createHash } from 'node:crypto';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { idTaken } from '../common/id-taken.ts';
import { insertOnce } from '../db/insert-once.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { Photo } from './photo.entity.ts';
import type { PhotoOf } from './photo-schemas.ts';
import { pictureFrom } from './picture.ts';

/** Of one job: a record has dozens; more is a mistake or ill will. */
const MOST_PHOTOS = 400;

@Injectable()
export class PhotosService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
  ) {}

  async list(jobId: string): Promise<Photo[]> {
    await this.jobs.find(jobId);
    return this.db.getRepository(Photo).find({ where: { jobId }, order: { at: 'ASC' } });
  }

  async bytes(jobId: string, id: string): Promise<Buffer> {
    const photo = await this.db
      .getRepository(Photo)
      .findOne({ where: { id, jobId }, select: { id: true, bytes: true } });
    if (!photo)
      throw new NotFoundException({ code: 'NO_SUCH_PHOTO', message: 'There is no such photo in this job.' });
    return photo.bytes;
  }

  /** Keeps a picture once, however often it is sent. */
  async add(jobId: string, id: string, of: PhotoOf, input: Buffer, actor: Actor): Promise<Photo> {
    const sha256 = createHash('sha256').update(input).digest('hex');
    await this.jobs.find(jobId);
    const known = await this.same(id, jobId, sha256);
    if (known) return known;
    await this.jobs.findOpen(jobId);
    const picture = await pictureFrom(input);
    return this.db.transaction(async (tx) => {
      if ((await tx.count(Photo, { where: { jobId } })) >= MOST_PHOTOS)
        throw new ConflictException({
          code: 'TOO_MANY_PHOTOS',
          message: `This job has ${MOST_PHOTOS} photos already.`,
          remedy: 'Put the rest into another job of the same car.',
        });
      const row = { ...picture, ...of, id, jobId, sha256, author: actor.name };
      if (await insertOnce(tx, Photo, row))
        await audit(tx, actor.name, 'photo-added', jobId, { photo: id, ...of });
      return (await this.same(id, jobId, sha256, tx))!;
    });
  }

  private async same(id: string, jobId: string, sha256: string, tx = this.db.manager): Promise<Photo | null> {
    const found = await tx
      .createQueryBuilder(Photo, 'p')
      .addSelect('p.sha256')
      .where('p.id = :id', { id })
      .getOne();
    if (!found) return null;
    const { sha256: held, ...photo } = found;
    if (photo.jobId !== jobId || held !== sha256) throw idTaken('photo');
    return photo as Photo;
  }
}
