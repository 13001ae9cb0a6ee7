/** What every runtime here has; the core knows no page and no server. */
declare const TextDecoder: new (label: string) => { decode(bytes: Uint8Array): string };

const LITTLE_ENDIAN_MARK = [0xff, 0xfe];
const BIG_ENDIAN_MARK = [0xfe, 0xff];

const begins = (bytes: Uint8Array, mark: readonly number[]) => mark.every((byte, i) => bytes[i] === byte);

/**
 * Text of a file, whatever wrote it: UTF-8 or UTF-16 of either order, with or without a byte order mark. Line ends
 * become one kind.
 * @param bytes the whole file
 */
export function decodeText(bytes: Uint8Array): string {
  // Two letters of plain text in UTF-16: every other byte is zero.
  const label =
    begins(bytes, LITTLE_ENDIAN_MARK) || (bytes[0] !== 0 && bytes[1] === 0)
      ? 'utf-16le'
      : begins(bytes, BIG_ENDIAN_MARK) || (bytes[0] === 0 && bytes[1] !== 0 && bytes.length > 1)
        ? 'utf-16be'
        : 'utf-8';
  // The decoder drops the mark itself.
  return new TextDecoder(label).decode(bytes).replace(/\r\n?/g, '\n');
}

/** Longest sentence that is made of what a file holds. */
const LONGEST_SENTENCE = 400;
// Controls, the terminal's escapes among them, and marks that turn the order of letters round.
const UNSEEN = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g;

/** Text as it may be shown on a terminal: nothing in it moves the cursor, changes colours or runs backwards. */
export const printable = (text: string): string => text.replace(UNSEEN, '\ufffd');

/** A sentence with what a file holds in it: printable, on one line, and no longer than can be read. */
export function sentence(text: string, longest = LONGEST_SENTENCE): string {
  const line = printable(text.slice(0, 4 * longest).replace(/\s+/g, ' '));
  return line.length <= longest ? line : `${line.slice(0, longest - 1)}…`;
}

/** A text that begins with a capital letter, as the first word of a sentence does. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
