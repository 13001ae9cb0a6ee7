import 'katex/dist/katex.min.css';
import katex from 'katex';
import { useMemo } from 'react';
import { toTex } from './tex';

/** An equation, typeset; with its MathML for screen readers. */
export default function Formula({ equation }: { readonly equation: string }) {
  const html = useMemo(
    () => katex.renderToString(toTex(equation), { throwOnError: false, output: 'htmlAndMathml', displayMode: false }),
    [equation],
  );
  // The text is the core's own and KaTeX escapes it.
  return <div className="equation" dangerouslySetInnerHTML={{ __html: html }} />;
}
