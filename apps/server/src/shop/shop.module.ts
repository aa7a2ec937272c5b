import { Module } from '@nestjs/common';
import { AccountsModule } from '../accounts/accounts.module.ts';
import { FirstRunController } from './first-run.controller.ts';
import { FirstRunService } from './first-run.service.ts';
import { ShopController } from './shop.controller.ts';
import { ShopService } from './shop.service.ts';

/** The shop’s name, its rules, and how it comes to be. */
@Module({
  imports: [AccountsModule],
  controllers: [ShopController, FirstRunController],
  providers: [ShopService, FirstRunService],
  exports: [ShopService],
})
export class ShopModule {}
