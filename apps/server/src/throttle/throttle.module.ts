import { Module } from '@nestjs/common';
import { SharedCounter } from './shared-counter.ts';

@Module({ providers: [SharedCounter], exports: [SharedCounter] })
export class ThrottleModule {}
