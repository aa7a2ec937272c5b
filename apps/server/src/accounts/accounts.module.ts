import { Module } from '@nestjs/common';
import { DiscoveryModule } from '@nestjs/core';
import { AccessCheck } from './access-check.ts';
import { DevicesController } from './devices.controller.ts';
import { DevicesService } from './devices.service.ts';
import { DoorThrottle } from './door-throttle.ts';
import { HeldAccessController } from './held-access.controller.ts';
import { HeldAccessService } from './held-access.service.ts';
import { MeController } from './me.controller.ts';
import { PasswordJudge } from './password-judge.ts';
import { PeopleController } from './people.controller.ts';
import { PeopleService } from './people.service.ts';
import { SessionController } from './session.controller.ts';
import { SessionsService } from './sessions.service.ts';
import { SignInService } from './sign-in.service.ts';

/** Who works here, who is signed in, and who may call what. */
@Module({
  imports: [DiscoveryModule],
  controllers: [SessionController, MeController, PeopleController, DevicesController, HeldAccessController],
  providers: [
    HeldAccessService,
    SessionsService,
    SignInService,
    PeopleService,
    DevicesService,
    DoorThrottle,
    PasswordJudge,
    AccessCheck,
  ],
  exports: [SessionsService, SignInService, PeopleService, DoorThrottle, PasswordJudge, AccessCheck],
})
export class AccountsModule {}
