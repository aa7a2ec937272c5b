/** Why the server would not take an item: shown beside what was typed, until somebody drops it. */
export interface Refusal {
  readonly message: string;
  /** Field or place it is about, where the server named one. */
  readonly field: string;
  /** It was made on a shop that a restore has replaced: its owner may apply it to what is there now. */
  readonly again?: true;
  /** What the server calls the reason. */
  readonly code?: string;
}

/** One thing done on this device that the server has not acknowledged. */
export interface OutboxItem<P = unknown> {
  readonly id: string;
  readonly kind: 'edit' | 'reading' | 'photo';
  readonly jobId: string;
  /** Items are sent in this order within their lane. */
  readonly seq: number;
  readonly payload: P;
  /** Who did it: sent only while that person is signed in, so that nobody signs for somebody else. */
  readonly by?: string;
  /** The page that sends it; nobody's in particular where it is missing. */
  readonly owner?: string;
  readonly refused?: Refusal;
}

/** An item as a page finds it. */
export type Held<P = unknown> = OutboxItem<P> & {
  /** The device had no room for it: it lives as long as this page. */
  readonly unkept?: true;
};

/** What must survive a closed page, shared by all tabs of a device. */
export interface OutboxStore {
  /** Everything there is, in the order it was done. */
  all(): Promise<Held[]>;
  get(id: string): Promise<Held | undefined>;
  /**
   * Keeps items and removes others, all at once or not at all.
   * @returns whether the device has it now; if not, this page holds it for as long as it stands
   */
  write(put: readonly OutboxItem[], remove?: readonly string[]): Promise<boolean>;
  /** Makes the items that are free a page’s own and returns them: of two pages that ask at once, each item goes to one. */
  claim(page: string, free: (item: OutboxItem) => boolean): Promise<OutboxItem[]>;
  /** Calls back when this tab or another has changed something. */
  watch(changed: () => void): () => void;
}

/** Whether a person may send an item: one's own, or one from before items said whose they are. */
export const mine = (item: OutboxItem, person: string | undefined): boolean =>
  item.by === undefined || item.by === person;

export const inOrder = (a: OutboxItem, b: OutboxItem): number => a.seq - b.seq || a.id.localeCompare(b.id);

let last = 0;
/** Two hundredths of a millisecond apart, so that what is done in one moment keeps its order. */
export function nextSeq(now: number): number {
  last = Math.max(now, last + 0.02);
  return last;
}
