import { randomUUID } from 'node:crypto';
import {
  BadRequestException,
  ConflictException,
  Injectable,
  NotFoundException,
  ServiceUnavailableException,
} from '@nestjs/common';
import type { Observable } from 'rxjs';
import { DataSource } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { readConfig } from '../config.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { InstrumentGateway, type Live } from './gateway.ts';
import type { BenchSetting, NewInstrument } from './instrument-schemas.ts';
import { addressOfInstrument } from './own-ports.ts';
import { Instrument } from './instrument.entity.ts';

export interface BenchState {
  readonly faults: readonly { readonly id: string; readonly name: string }[];
  readonly fault: string;
}

const noBench = () =>
  new ConflictException({ code: 'NO_BENCH', message: 'No simulated instruments run here.' });

@Injectable()
export class InstrumentsService {
  constructor(
    private readonly db: DataSource,
    private readonly gateway: InstrumentGateway,
    private readonly jobs: JobsService,
  ) {}

  /** Without a bench the simulated ones are nowhere. */
  list(): Promise<Instrument[]> {
    return this.db.getRepository(Instrument).find({
      order: { name: 'ASC' },
      ...(readConfig().bench ? {} : { where: { simulated: false } }),
    });
  }

  async live(id: string, dimension: string): Promise<Observable<Live>> {
    const instrument = await this.find(id);
    const reads = instrument.reads.find((r) => r.dimension === dimension);
    if (!reads)
      throw new BadRequestException({
        code: 'DOES_NOT_READ',
        message: `${instrument.name} does not read ${dimension}.`,
        remedy: 'Choose an instrument that does.',
      });
    const { bench } = readConfig();
    if (instrument.simulated && !bench) throw noBench();
    const at =
      instrument.simulated && bench
        ? { ...bench, port: bench.port + instrument.port }
        : await addressOfInstrument(instrument);
    return this.gateway.live(at, reads.query);
  }

  async add(body: NewInstrument, actor: Actor): Promise<Instrument> {
    await addressOfInstrument(body);
    const id = randomUUID();
    return this.db.transaction(async (tx) => {
      await tx.insert(Instrument, { ...body, id, simulated: false, author: actor.name });
      await audit(tx, actor.name, 'instrument-added', null, {
        id,
        name: body.name,
        host: body.host,
        port: body.port,
      });
      return tx.findOneByOrFail(Instrument, { id });
    });
  }

  /** What was read with it keeps its name, steps and calibration: they stand in the readings. */
  async remove(id: string, actor: Actor): Promise<void> {
    const { name } = await this.find(id);
    await this.db.transaction(async (tx) => {
      await tx.delete(Instrument, { id });
      await audit(tx, actor.name, 'instrument-removed', null, { id, name });
    });
  }

  async calibrate(id: string, calibratedOn: string | null, actor: Actor): Promise<Instrument> {
    const instrument = await this.find(id);
    await this.db.transaction(async (tx) => {
      await tx.update(Instrument, { id }, { calibratedOn, author: actor.name, at: new Date() });
      await audit(tx, actor.name, 'instrument-calibrated', null, {
        id,
        name: instrument.name,
        was: instrument.calibratedOn,
        calibratedOn,
      });
    });
    return this.find(id);
  }

  /** What can be wrong with the simulated car, and what is; null where no bench runs. */
  async bench(): Promise<BenchState | null> {
    if (!readConfig().bench) return null;
    const said = await this.tell({ tell: 'faults' }).catch(() => null);
    return said as BenchState | null;
  }

  async breakIt(fault: string, actor: Actor): Promise<void> {
    await this.tell({ tell: 'fault', fault });
    await audit(this.db.manager, actor.name, 'bench-fault', null, { fault });
  }

  /** Tells the simulated car what is being read; without a bench the instruments are real, and nobody needs telling. */
  async set(setting: BenchSetting): Promise<void> {
    if (!readConfig().bench) return;
    if (setting.doing === 'draw-off')
      return void (await this.tell({ tell: 'draw-off', m3: setting.drawnM3 }));
    if (setting.doing === 'gas-hold') return void (await this.tell({ tell: 'setting', ...setting }));
    const { document } = await this.jobs.findReadable(setting.jobId);
    await this.tell({ tell: 'setting', ...setting, document });
  }

  private async tell(what: Record<string, unknown>): Promise<Record<string, unknown>> {
    const bench = readConfig().bench;
    if (!bench) throw noBench();
    const line = await this.gateway.ask(bench, JSON.stringify(what));
    if (line === null)
      throw new ServiceUnavailableException({
        code: 'BENCH_AWAY',
        message: 'The simulated instruments do not answer.',
        remedy: 'They come with npm start: start it again, or type what the gauge shows.',
      });
    const said = JSON.parse(line) as { ok: boolean; why?: string };
    if (!said.ok)
      throw new BadRequestException({
        code: 'BENCH_REFUSED',
        message: `The simulated instruments refused: ${said.why ?? 'no reason given'}.`,
      });
    return said;
  }

  private async find(id: string): Promise<Instrument> {
    const found = await this.db.getRepository(Instrument).findOneBy({ id });
    if (!found)
      throw new NotFoundException({ code: 'NO_SUCH_INSTRUMENT', message: 'There is no such instrument.' });
    return found;
  }
}
