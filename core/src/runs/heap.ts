/**
 * A binary heap of numbered entries, least key first; of equal keys the one that is less far comes first, then the lower number: so the same
 * input gives the same route, whatever order entries were pushed in.
 */
export class RouteHeap {
  private keys: Float64Array;
  private costs: Float64Array;
  private items: Uint32Array;
  size = 0;

  constructor(capacity = 1024) {
    this.keys = new Float64Array(capacity);
    this.costs = new Float64Array(capacity);
    this.items = new Uint32Array(capacity);
  }

  clear(): void {
    this.size = 0;
  }

  /** `key`: what entries are ordered by; `cost`: how far the entry is. */
  push(item: number, key: number, cost: number): void {
    if (this.size === this.items.length) this.grow();
    let at = this.size++;
    while (at > 0) {
      const parent = (at - 1) >> 1;
      if (!this.isBefore(item, key, cost, parent)) break;
      this.set(at, this.items[parent]!, this.keys[parent]!, this.costs[parent]!);
      at = parent;
    }
    this.set(at, item, key, cost);
  }

  /** The least key; Infinity when the heap is empty. */
  get least(): number {
    return this.size > 0 ? this.keys[0]! : Infinity;
  }

  /** How far the first entry is. */
  get cost(): number {
    return this.costs[0]!;
  }

  /** Takes the first entry's item away. The heap must not be empty. */
  pop(): number {
    const top = this.items[0]!;
    const last = --this.size;
    if (last > 0) this.sink(this.items[last]!, this.keys[last]!, this.costs[last]!);
    return top;
  }

  private sink(item: number, key: number, cost: number): void {
    let at = 0;
    for (;;) {
      let child = at * 2 + 1;
      if (child >= this.size) break;
      const other = child + 1;
      if (
        other < this.size &&
        this.isBefore(this.items[other]!, this.keys[other]!, this.costs[other]!, child)
      )
        child = other;
      if (this.isBefore(item, key, cost, child)) break;
      this.set(at, this.items[child]!, this.keys[child]!, this.costs[child]!);
      at = child;
    }
    this.set(at, item, key, cost);
  }

  private isBefore(item: number, key: number, cost: number, at: number): boolean {
    const otherKey = this.keys[at]!;
    if (key !== otherKey) return key < otherKey;
    const otherCost = this.costs[at]!;
    return cost < otherCost || (cost === otherCost && item < this.items[at]!);
  }

  private set(at: number, item: number, key: number, cost: number): void {
    this.items[at] = item;
    this.keys[at] = key;
    this.costs[at] = cost;
  }

  private grow(): void {
    const wider = this.items.length * 2;
    const [keys, costs, items] = [new Float64Array(wider), new Float64Array(wider), new Uint32Array(wider)];
    keys.set(this.keys);
    costs.set(this.costs);
    items.set(this.items);
    Object.assign(this, { keys, costs, items });
  }
}
