import { Module } from '@nestjs/common';
import { AccountsModule } from '../accounts/accounts.module.ts';
import { FirstRunController } from './first-run.controller.ts';
import { FirstRunService } from './first-run.service.ts';
import { ShopKeysController } from './keys/shop-keys.controller.ts';
import { ShopKeysService } from './keys/shop-keys.service.ts';
import { ShopController } from './shop.controller.ts';
import { ShopService } from './shop.service.ts';

/** The shop’s name, its rules, and how it comes to be. */
@Module({
  imports: [AccountsModule],
  controllers: [ShopController, FirstRunController, ShopKeysController],
  providers: [ShopService, FirstRunService, ShopKeysService],
  exports: [ShopService, ShopKeysService],
})
export class ShopModule {}
