import { Module } from '@nestjs/common';
import { AccountsModule } from '../accounts/accounts.module.ts';
import { JobNews } from './job-news.ts';
import { NewsController } from './news.controller.ts';

/** Open pages hear what others change. */
@Module({ imports: [AccountsModule], controllers: [NewsController], providers: [JobNews] })
export class NewsModule {}
