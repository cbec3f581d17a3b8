declare module "jstat" {
  const jstat: {
    studentt: { inv(p: number, df: number): number };
    mean(list: readonly number[]): number;
    stdev(list: readonly number[], ofSample: boolean): number;
    corrcoeff(x: readonly number[], y: readonly number[]): number;
  };
  export default jstat;
}
