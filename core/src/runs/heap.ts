/** A binary heap of numbered entries. Equal costs leave in the order they came, so the same input gives the same route. */
export class RouteHeap {
  private costs: Float64Array;
  private sequences: Uint32Array;
  private items: Uint32Array;
  private sequence = 0;
  size = 0;

  constructor(capacity = 1024) {
    this.costs = new Float64Array(capacity);
    this.sequences = new Uint32Array(capacity);
    this.items = new Uint32Array(capacity);
  }

  clear(): void {
    this.size = 0;
    this.sequence = 0;
  }

  push(item: number, cost: number): void {
    if (this.size === this.items.length) this.grow();
    const sequence = this.sequence++;
    let at = this.size++;
    while (at > 0) {
      const parent = (at - 1) >> 1;
      const parentCost = this.costs[parent]!;
      if (parentCost < cost || (parentCost === cost && this.sequences[parent]! < sequence)) break;
      this.move(parent, at);
      at = parent;
    }
    this.set(at, item, cost, sequence);
  }

  /** Takes the cheapest entry; null when the heap is empty. */
  pop(): { item: number; cost: number } | null {
    if (this.size === 0) return null;
    const top = { item: this.items[0]!, cost: this.costs[0]! };
    const last = --this.size;
    if (last > 0) this.sink(this.items[last]!, this.costs[last]!, this.sequences[last]!);
    return top;
  }

  private sink(item: number, cost: number, sequence: number): void {
    let at = 0;
    for (;;) {
      let child = at * 2 + 1;
      if (child >= this.size) break;
      if (child + 1 < this.size && this.before(child + 1, child)) child++;
      const childCost = this.costs[child]!;
      if (cost < childCost || (cost === childCost && sequence < this.sequences[child]!)) break;
      this.move(child, at);
      at = child;
    }
    this.set(at, item, cost, sequence);
  }

  private before(a: number, b: number): boolean {
    const difference = this.costs[a]! - this.costs[b]!;
    return difference < 0 || (difference === 0 && this.sequences[a]! < this.sequences[b]!);
  }

  private move(from: number, to: number): void {
    this.set(to, this.items[from]!, this.costs[from]!, this.sequences[from]!);
  }

  private set(at: number, item: number, cost: number, sequence: number): void {
    this.items[at] = item;
    this.costs[at] = cost;
    this.sequences[at] = sequence;
  }

  private grow(): void {
    const wider = this.items.length * 2;
    const costs = new Float64Array(wider);
    const sequences = new Uint32Array(wider);
    const items = new Uint32Array(wider);
    costs.set(this.costs);
    sequences.set(this.sequences);
    items.set(this.items);
    Object.assign(this, { costs, sequences, items });
  }
}
