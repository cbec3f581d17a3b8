/** What cannot be done here, in words. */
export class NotPlayed extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly status: 404 | 409 | 422,
  ) {
    super(message);
  }
}
