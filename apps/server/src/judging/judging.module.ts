import { Module } from '@nestjs/common';
import { JudgePool } from './judge-pool.ts';
import { JudgementsService } from './judgements.service.ts';

@Module({ providers: [JudgePool, JudgementsService], exports: [JudgePool, JudgementsService] })
export class JudgingModule {}
