/** What tests use of the reference library, which ships no types. */
declare module 'jstat' {
  const jstat: {
    readonly mean: (values: readonly number[]) => number;
    /** The interval of a mean by Student’s t: about `value`, all but a share `alpha` of the time. */
    readonly tci: (value: number, alpha: number, values: readonly number[]) => [number, number];
  };
  export default jstat;
}
