import { printable } from '../core/foundations/text';

/** Prints a line; names in it that came from a file cannot steer the terminal. */
export const say = (line: string): void => console.log(printable(line));

/** The same, where complaints go. */
export const complain = (line: string): void => console.error(printable(line));

/** Prints data as JSON; what would steer a terminal is written as its code, so that the data stay what they are. */
export const sayJson = (data: unknown): void =>
  console.log(
    JSON.stringify(data, null, 1).replace(
      /[\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g,
      (letter) => `\\u${letter.charCodeAt(0).toString(16).padStart(4, '0')}`,
    ),
  );
