declare module "jstat" {
  const jstat: {
    studentt: { inv(p: number, df: number): number };
    normal: { cdf(x: number, mean: number, sd: number): number };
    chisquare: { inv(p: number, df: number): number };
    binomial: { cdf(k: number, n: number, p: number): number };
    mean(list: readonly number[]): number;
    stdev(list: readonly number[], ofSample: boolean): number;
    corrcoeff(x: readonly number[], y: readonly number[]): number;
  };
  export default jstat;
}
