/**
 * Small typed arrays carved out of shared blocks: making one block costs as much as making one array, and a network asks
 * for some thirty of them.
 */
export class Arena {
  private block: ArrayBuffer;
  private at = 0;

  /** @param bytes size of the first block: an estimate; more is made as needed */
  constructor(private readonly bytes: number) {
    this.block = new ArrayBuffer(bytes);
  }

  floats(length: number): Float64Array {
    const from = this.take(8 * length);
    return new Float64Array(this.block, from, length);
  }

  ints(length: number): Int32Array {
    const from = this.take(4 * length);
    return new Int32Array(this.block, from, length);
  }

  /** Where the next array begins; may begin a new block, so the block is looked at only afterwards. */
  private take(bytes: number): number {
    const size = (bytes + 7) & ~7;
    if (this.at + size > this.block.byteLength) {
      this.block = new ArrayBuffer(Math.max(size, this.bytes));
      this.at = 0;
    }
    const from = this.at;
    this.at += size;
    return from;
  }
}
