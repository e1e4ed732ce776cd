/**
 * A small generator of chance with a seed: the same seed gives the same story on every machine, since it counts in whole
 * numbers of 32 bits alone (a Weyl sequence through an integer hash).
 */
export class Random {
  private state: number;
  constructor(seed: number) {
    this.state = seed | 0;
  }
  /** From 0 up to, but not including, 1. */
  next(): number {
    this.state = (this.state + 0x9e3779b9) | 0;
    let h = this.state ^ (this.state >>> 16);
    h = Math.imul(h, 0x21f0aaad);
    h ^= h >>> 15;
    h = Math.imul(h, 0x735a2d97);
    return ((h ^ (h >>> 15)) >>> 0) / 4294967296;
  }
  /** Near enough to a normal distribution with a spread of 1 and no long tails: the sum of four. */
  bell(): number {
    return (this.next() + this.next() + this.next() + this.next() - 2) * Math.sqrt(3);
  }
  below(n: number): number {
    return Math.floor(this.next() * n);
  }
}
