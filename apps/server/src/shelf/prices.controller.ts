import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Actor } from '../accounts/sessions.service.ts';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { PricesService } from './prices.service.ts';
import { pricesBody, type PricesBody } from './shelf-schemas.ts';

@ApiTags('shelf')
@Controller('v1/prices')
export class PricesController {
  constructor(private readonly prices: PricesService) {}

  @Allows('everyone')
  @Get()
  list() {
    return this.prices.list();
  }

  @Allows('technicians')
  @Put()
  @Describes('PutPrices', pricesBody)
  put(@Body(new JoiPipe(pricesBody)) body: PricesBody, @CurrentActor() actor: Actor) {
    return this.prices.put(body, actor);
  }
}
