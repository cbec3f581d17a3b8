declare module "jstat" {
  const jstat: { studentt: { inv(p: number, df: number): number } };
  export default jstat;
}
