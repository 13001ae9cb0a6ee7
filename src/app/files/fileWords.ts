/** What is said where a file or a picture fails, whoever asked for it. */
export const FILE_WORDS = {
  unreadable: 'The file could not be read. Check that it still exists and try again.',
  noPicture: 'The browser could not draw the picture. Try the other format.',
} as const;
