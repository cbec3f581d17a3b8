/** What is used of the `bessel` package, which brings no types. */
declare module "bessel" {
  const bessel: {
    /** Bessel function of the first kind, of integer order. */
    besselj(x: number, order: number): number;
  };
  export default bessel;
}
