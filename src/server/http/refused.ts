/** An outcome that the person can do something about: a sentence, and the field it is about. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 422 = 422,
    readonly path = "",
  ) {
    super(message);
    this.name = "Refused";
  }
}
