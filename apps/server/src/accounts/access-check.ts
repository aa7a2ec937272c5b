import { Injectable, type OnModuleInit, type Type } from '@nestjs/common';
import { PATH_METADATA } from '@nestjs/common/constants.js';
import { DiscoveryService, MetadataScanner, Reflector } from '@nestjs/core';
import { ACCESS, type Access } from './access.ts';

/** A route and who may call it. */
export interface Route {
  readonly controller: string;
  readonly handler: string;
  readonly access: Access;
}

/** Knows the rule of every route there is; one without a rule stops the start. */
@Injectable()
export class AccessCheck implements OnModuleInit {
  constructor(
    private readonly discovery: DiscoveryService,
    private readonly reflector: Reflector,
  ) {}

  onModuleInit(): void {
    this.routes();
  }

  /** @throws Error that names the routes without a rule */
  routes(): Route[] {
    const all = this.discovery.getControllers().flatMap(({ metatype }) => this.routesOf(metatype as Type));
    const open = all.filter((r) => r.access === undefined).map((r) => `${r.controller}.${r.handler}`);
    if (open.length > 0) throw new Error(`no rule says who may call ${open.join(', ')}: give it @Allows(…)`);
    return all as Route[];
  }

  private routesOf(controller: Type) {
    const prototype = controller.prototype as Record<string, object>;
    return new MetadataScanner()
      .getAllMethodNames(prototype)
      .filter((name) => Reflect.hasMetadata(PATH_METADATA, prototype[name]!))
      .map((handler) => ({
        controller: controller.name,
        handler,
        access: this.reflector.get<Access | undefined>(ACCESS, prototype[handler] as never),
      }));
  }
}
