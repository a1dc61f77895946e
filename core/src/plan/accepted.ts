interface About {
  readonly rule: string;
  readonly about: readonly string[];
  readonly wall: string | null;
}

/** Whether two findings are the same one: the same check about the same things on the same wall, whatever its figures are now. */
export function isAbout(a: About, b: About): boolean {
  return a.rule === b.rule && a.wall === b.wall && [...a.about].sort().join() === [...b.about].sort().join();
}
