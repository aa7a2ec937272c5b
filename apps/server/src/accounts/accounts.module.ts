import { Module } from '@nestjs/common';
import { AccountsService } from './accounts.service.ts';
import { SessionController } from './session.controller.ts';

/** Who is signed in. */
@Module({ controllers: [SessionController], providers: [AccountsService], exports: [AccountsService] })
export class AccountsModule {}
