/** Marks a case that the types rule out. @throws always: reaching it is our own mistake */
export function assertNever(value: never): never {
  throw new Error(`unexpected case: ${JSON.stringify(value)}`);
}
