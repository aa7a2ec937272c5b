import { Controller, Header, Sse } from '@nestjs/common';
import type { MessageEvent } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { interval, map, merge, takeUntil, type Observable } from 'rxjs';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { SessionsService, type Actor } from '../accounts/sessions.service.ts';
import { JobNews } from './job-news.ts';

/** How soon an open stream hears that its session has ended, ms: it tells numbers of versions, and nothing of what is in them. */
const CHECK_MS = 10_000;
/** A proxy takes a silent connection for a dead one. */
const BEAT_MS = 20_000;

@ApiTags('news')
@Controller('v1/news')
export class NewsController {
  constructor(
    private readonly jobs: JobNews,
    private readonly sessions: SessionsService,
  ) {}

  /** Which jobs change, as they do. No proxy and no compression may hold it back. */
  @Allows('everyone')
  @Sse()
  @Header('Cache-Control', 'no-store, no-transform')
  @Header('X-Accel-Buffering', 'no')
  stream(@CurrentActor() { sessionId }: Actor): Observable<MessageEvent> {
    return merge(
      this.jobs.news.pipe(map((data): MessageEvent => ({ data }))),
      interval(BEAT_MS).pipe(map((): MessageEvent => ({ type: 'beat', data: '' }))),
    ).pipe(takeUntil(merge(this.sessions.ended(sessionId, CHECK_MS), this.jobs.closed)));
  }
}
