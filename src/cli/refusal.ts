/** The input is refused; the message says what, where and what to do. */
export class Refusal extends Error {}
