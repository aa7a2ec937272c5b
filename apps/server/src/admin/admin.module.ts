import { Module } from '@nestjs/common';
import { AccountsModule } from '../accounts/accounts.module.ts';
import { ArchiveModule } from '../archive/archive.module.ts';
import { LibraryModule } from '../library/library.module.ts';
import { ShelfModule } from '../shelf/shelf.module.ts';
import { ShopModule } from '../shop/shop.module.ts';
import { AdminController } from './admin.controller.ts';
import { AdminService } from './admin.service.ts';
import { AuditService } from './audit.service.ts';
import { BackupService } from './backup.service.ts';
import { WholeShopService } from './whole-shop.service.ts';

/** What a lead does for the service as a whole: backups, everything out and in, who did what. */
@Module({
  imports: [AccountsModule, ShopModule, ArchiveModule, LibraryModule, ShelfModule],
  controllers: [AdminController],
  providers: [AdminService, AuditService, BackupService, WholeShopService],
})
export class AdminModule {}
