import type { JobDocument } from '@venula/core/document';
import type { ChangeOperation, PatchOperation } from '@venula/core/outcome';
import { outcomeOf, type Later, type Outcome } from '../outbox/answers.ts';
import { Lane, type Clock } from '../outbox/lane.ts';
import type { Presence } from '../outbox/presence.ts';
import { mine, nextSeq, type OutboxItem, type OutboxStore } from '../outbox/store.ts';
import type { ConflictDetail, JobRecord, NewChange } from '../api/types.ts';
import {
  jobReducer,
  openJob,
  type Edit,
  type JobAction,
  type JobState,
  type RefusedEdit,
} from './job-state.ts';

/** Gathers a burst of edits into one change. */
const PAUSE_MS = 300;

export interface ChangeAnswer {
  readonly version: number;
  readonly document?: JobDocument;
}

/** The two things a session asks of the server. */
export interface JobServer {
  change(jobId: string, body: NewChange): Promise<ChangeAnswer>;
  read(jobId: string): Promise<JobRecord>;
}

export interface SessionTools {
  readonly server: JobServer;
  readonly store: OutboxStore;
  readonly presence: Presence;
  readonly clock: Clock;
  readonly newId: () => string;
  /** Id of who is signed in. */
  readonly person: string;
}

/** A page says every so often that it is there; one not heard of for longer is gone, and its edits are sent for it. */
const BEAT_MS = 2_000;
const GONE_MS = 7_000;

/** The job as it was opened. */
type Opened = Pick<JobRecord, 'id' | 'version' | 'document' | 'lineage'>;

/** A backup was put back since an edit was made: by its lineage, or by a version that is not there any more. */
const REPLACED: ReadonlySet<string> = new Set(['OTHER_LINEAGE', 'FUTURE_VERSION']);

interface StoredEdit {
  readonly baseVersion: number;
  readonly lineage?: string | undefined;
  readonly patch: readonly ChangeOperation[];
}

/**
 * A job open in one page: keeps every edit on the device from the moment it is made until the server has acknowledged it,
 * sends them one by one in order, and takes in what others did. Knows no framework.
 */
export class JobSession {
  private state: JobState;
  private readonly listeners = new Set<() => void>();
  private readonly lane: Lane;
  /** This page: its own earlier changes are no conflict to its later ones. */
  private readonly clientId: string;
  private readonly kept = new Map<string, { readonly seq: number; readonly refused: boolean }>();
  /** The newest change to the outbox: done once the device has it. */
  private written: Promise<void> = Promise.resolve();

  private constructor(
    private readonly record: Opened,
    private readonly tools: SessionTools,
    refused: readonly OutboxItem<StoredEdit>[],
  ) {
    this.clientId = tools.newId();
    for (const item of refused) this.kept.set(item.id, { seq: item.seq, refused: true });
    this.state = openJob(
      record.document,
      record.version,
      [],
      refused.map(({ id, payload, refused: refusal }): RefusedEdit => ({
        id,
        patch: payload.patch,
        refusal: refusal!,
      })),
      record.lineage,
    );
    this.lane = new Lane({ next: () => this.sendNext() }, tools.clock);
  }

  /** Opens a job with what this device holds of it: what the server would not take, and what a page that is gone left unsent. */
  static async open(record: Opened, tools: SessionTools): Promise<JobSession> {
    const held = (await tools.store.all()).filter(isEditOf(record.id));
    const session = new JobSession(
      record,
      tools,
      held.filter((i) => i.refused),
    );
    tools.presence.seen(session.clientId, tools.clock.now());
    await session.adopt();
    return session;
  }

  /** Begins to send; returns what ends it. What is made meanwhile is kept either way. */
  start(): () => void {
    const { presence, clock } = this.tools;
    let stop = (): void => undefined;
    const beat = (): void => {
      presence.seen(this.clientId, clock.now());
      void this.adopt().then((some) => some && this.lane.poke());
      stop = clock.after(BEAT_MS, beat);
    };
    beat();
    this.lane.open();
    return () => {
      stop();
      this.lane.close();
      presence.left(this.clientId);
    };
  }

  /** Takes over what a page that is gone had not sent. */
  private async adopt(): Promise<boolean> {
    const { store, presence, clock } = this.tools;
    const gone = (page: string | undefined): boolean => {
      const seen = page === undefined ? undefined : presence.lastSeen(page);
      return seen === undefined || clock.now() - seen > GONE_MS;
    };
    const ofThisJob = isEditOf(this.record.id);
    const orphans = await store.claim(
      this.clientId,
      (i) =>
        ofThisJob(i) &&
        !i.refused &&
        mine(i, this.tools.person) &&
        i.owner !== this.clientId &&
        gone(i.owner),
    );
    if (orphans.length === 0) return false;
    for (const { id, seq } of orphans) this.kept.set(id, { seq, refused: false });
    const edits = orphans.filter(ofThisJob).map(({ id, payload }): Edit => ({ id, ...payload, tried: true }));
    this.dispatch({ type: 'adopted', edits });
    return true;
  }

  readonly getState = (): JobState => this.state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  edit(patch: readonly PatchOperation[]): void {
    this.dispatch({ type: 'edit', id: this.tools.newId(), patch });
    this.lane.poke(PAUSE_MS);
  }

  undo(): void {
    this.dispatch({ type: 'undo', id: this.tools.newId() });
    this.lane.poke(PAUSE_MS);
  }

  redo(): void {
    this.dispatch({ type: 'redo', id: this.tools.newId() });
    this.lane.poke(PAUSE_MS);
  }

  resolve(keepTheirs: readonly string[]): void {
    this.dispatch({ type: 'resolved', keepTheirs, newId: this.tools.newId });
    this.lane.poke();
  }

  /** Somebody has read, or copied, what was refused. */
  drop(editId: string): void {
    this.dispatch({ type: 'dropped', editId });
  }

  /** What was made before a restore is put on what is there now. */
  again(editId: string): void {
    this.dispatch({ type: 'again', editId, id: this.tools.newId() });
    this.lane.poke(PAUSE_MS);
  }

  /** Somewhere the job has become this version. */
  heard(version: number): void {
    this.dispatch({ type: 'heard', version });
  }

  /** Asks what version there is: something may have been missed. */
  async look(): Promise<void> {
    const read = await this.readQuietly();
    if (!read) return;
    if (read.lineage === this.state.lineage) this.heard(read.version);
    else this.take(read);
  }

  /** Shows what others have made of the job. */
  async catchUp(): Promise<void> {
    const read = await this.readQuietly();
    if (read && (read.version >= this.state.version || read.lineage !== this.state.lineage)) this.take(read);
  }

  /** Not while own work is on its way: its answer brings what is new. */
  private take({ document, version, lineage }: JobRecord): void {
    if (this.state.edits.length === 0) this.dispatch({ type: 'reread', document, version, lineage });
  }

  /** Null where the server does not answer: it is asked again the next time. */
  private readQuietly(): Promise<JobRecord | null> {
    return this.tools.server.read(this.record.id).catch(() => null);
  }

  /** The page is being put away: whoever opens the job next has its unsent work at once. It may come back, and says so then. */
  putAway(): void {
    this.tools.presence.left(this.clientId);
  }

  /** The connection is back, or the page is looked at again. */
  wake(): void {
    this.lane.wake();
  }

  private async sendNext(): Promise<'done' | 'nothing' | Later> {
    const edit = this.state.edits[0];
    if (!edit || this.state.conflict) return 'nothing';
    // From here on its content is fixed, and the device has it before the server does.
    this.dispatch({ type: 'sending', editId: edit.id });
    await this.written;
    const owner = (await this.tools.store.get(edit.id))?.owner;
    if (owner !== undefined && owner !== this.clientId) {
      // This page slept, and another has taken its work over: what it makes of it comes from the server.
      this.kept.delete(edit.id);
      this.dispatch({ type: 'taken-over', editId: edit.id });
      return this.reread();
    }
    return this.send(edit);
  }

  private async send({ id, baseVersion, lineage, patch }: Edit): Promise<'done' | Later> {
    try {
      const of = lineage === undefined ? {} : { lineage };
      const body = { changeId: id, clientId: this.clientId, baseVersion, ...of, patch };
      const answer = await this.tools.server.change(this.record.id, body);
      this.dispatch({ type: 'acknowledged', editId: id, ...answer });
      return 'done';
    } catch (error) {
      return this.answered(id, outcomeOf(error));
    }
  }

  private async answered(editId: string, outcome: Outcome): Promise<'done' | Later> {
    switch (outcome.kind) {
      case 'later':
        this.dispatch({ type: 'later', why: outcome.why });
        return outcome;
      case 'conflict':
        this.dispatch({ type: 'conflict', editId, detail: outcome.detail as ConflictDetail });
        return 'done';
      case 'refused':
        if (REPLACED.has(outcome.code)) return this.reread(editId);
        this.dispatch({ type: 'refused', editId, refusal: outcome.refusal });
        return 'done';
    }
  }

  /** Reads the job anew. Of another lineage, what this page holds is set aside for its owner. */
  private async reread(replaced?: string): Promise<'done' | Later> {
    try {
      const { document, version, lineage } = await this.tools.server.read(this.record.id);
      this.dispatch({ type: 'reread', document, version, lineage, replaced });
      return 'done';
    } catch (error) {
      const outcome = outcomeOf(error);
      const later =
        outcome.kind === 'later' ? outcome : ({ kind: 'later', why: 'busy', afterMs: null } as const);
      this.dispatch({ type: 'later', why: later.why });
      return later;
    }
  }

  private dispatch(action: JobAction): void {
    const next = jobReducer(this.state, action);
    if (next === this.state) return;
    this.state = next;
    this.keep();
    this.listeners.forEach((l) => l());
  }

  /** The device holds exactly what the server has not acknowledged, before anything is sent. */
  private keep(): void {
    const { store, clock } = this.tools;
    const held = new Set<string>();
    const fresh: OutboxItem<StoredEdit>[] = [];
    const put = (id: string, payload: StoredEdit, refused?: RefusedEdit['refusal']): void => {
      held.add(id);
      const known = this.kept.get(id);
      if (known?.refused === (refused !== undefined)) return;
      const seq = known?.seq ?? nextSeq(clock.now());
      this.kept.set(id, { seq, refused: refused !== undefined });
      fresh.push({
        id,
        kind: 'edit',
        jobId: this.record.id,
        seq,
        payload,
        by: this.tools.person,
        owner: this.clientId,
        ...(refused ? { refused } : {}),
      });
    };
    for (const { id, baseVersion, lineage, patch } of this.state.edits)
      put(id, { baseVersion, lineage, patch });
    for (const { id, patch, refusal } of this.state.refused) put(id, { baseVersion: 0, patch }, refusal);
    const over = [...this.kept.keys()].filter((id) => !held.has(id));
    for (const id of over) this.kept.delete(id);
    if (fresh.length === 0 && over.length === 0) return;
    this.written = store.write(fresh, over).then((kept) => this.dispatch({ type: 'kept', kept }));
  }
}

const isEditOf =
  (jobId: string) =>
  (item: OutboxItem): item is OutboxItem<StoredEdit> =>
    item.kind === 'edit' && item.jobId === jobId;
