/** A study that cannot be done; the message is for the reader. */
export class StudyRefused extends Error {}
