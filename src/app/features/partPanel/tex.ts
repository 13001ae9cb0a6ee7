const GREEK: Readonly<Record<string, string>> = {
  Δ: '\\Delta ',
  Σ: '\\Sigma ',
  φ: '\\varphi ',
  ρ: '\\rho ',
  μ: '\\mu ',
  π: '\\pi ',
  ω: '\\omega ',
  ε: '\\varepsilon ',
};
const SIGNS: Readonly<Record<string, string>> = {
  '·': '\\,',
  '×': '\\times ',
  '÷': '\\div ',
  '−': '-',
  '²': '^{2}',
  '³': '^{3}',
};
/** A symbol, or a pair of brackets with what is in it. */
const OPERAND = String.raw`(?:\((?:[^()]|\([^()]*\))*\)|[\p{L}\d²³]+(?:_[a-z]+)?)`;

/** The place behind the bracket that closes the one at `from`. */
function closing(text: string, from: number): number {
  let depth = 0;
  for (let i = from; i < text.length; i++) {
    if (text[i] === '(') depth++;
    else if (text[i] === ')' && --depth === 0) return i + 1;
  }
  return text.length;
}

const bare = (operand: string) => (operand.startsWith('(') ? operand.slice(1, -1) : operand);

/** Fractions and roots from the inside of what is written on one line. */
function shape(text: string): string {
  const root = text.indexOf('√(');
  if (root >= 0) {
    const end = closing(text, root + 1);
    return `${shape(text.slice(0, root))}\\sqrt{${shape(text.slice(root + 2, end - 1))}}${shape(text.slice(end))}`;
  }
  const fraction = new RegExp(`(${OPERAND})/(${OPERAND})`, 'u').exec(text);
  if (!fraction) return symbols(text);
  const [all, over, under] = fraction;
  const rest = text.slice(fraction.index + all.length);
  return `${symbols(text.slice(0, fraction.index))}\\frac{${shape(bare(over!))}}{${shape(bare(under!))}}${shape(rest)}`;
}

/** Letters and signs: words upright, an index behind its letter, Greek by name. */
function symbols(text: string): string {
  return text
    .replace(/_([a-z]+)/g, '_{\\mathrm{$1}}')
    .replace(/(?<![\\{\p{L}])([a-z]{3,})/gu, '\\mathrm{$1}')
    .replace(/Cd/g, 'C_{d}')
    .replace(/[ΔΣφρμπωε]/g, (letter) => GREEK[letter]!)
    .replace(/[·×÷−²³]/g, (sign) => SIGNS[sign]!);
}

/** An equation of the core, which is one line of text, as TeX. */
export const toTex = (equation: string): string => shape(equation);
