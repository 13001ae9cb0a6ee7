/** Letters that a name of a project, a variant or a part may have. */
export const LONGEST_NAME = 80;

/**
 * A name cut to what the reader takes, at a space where there is one near the end.
 * @param name at least one letter
 * @param most letters, at least 2
 */
export function shortName(name: string, most = LONGEST_NAME): string {
  const text = name.trim();
  if (text.length <= most) return text;
  const cut = [...text].reduce((kept, letter) => (kept.length + letter.length < most ? kept + letter : kept), '');
  const space = cut.lastIndexOf(' ');
  return `${(space > most * 0.6 ? cut.slice(0, space) : cut).replace(/[\s,;:.–-]+$/, '')}…`;
}

/** The name of a copy: "Stock, changed", then "Stock, changed 2". @param taken names that it must differ from */
export function copyName(name: string, taken: readonly string[]): string {
  const stem = name.replace(/, changed(?: \d+)?$/, '');
  for (let n = 1; ; n++) {
    const ending = `, changed${n === 1 ? '' : ` ${n}`}`;
    const made = `${shortName(stem, LONGEST_NAME - ending.length)}${ending}`;
    if (!taken.includes(made)) return made;
  }
}
