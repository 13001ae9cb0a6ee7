// Leaves sentences as they are: they are words for the reader, not logic. A text is one where it has a space in it.
import { declareValuePlugin, PluginKind } from '@stryker-mutator/api/plugin';

const isSentence = ({ node }) =>
  (node.type === 'StringLiteral' && node.value.includes(' ')) ||
  (node.type === 'TemplateLiteral' && node.quasis.some((q) => q.value.raw.includes(' ')));

export const strykerPlugins = [
  declareValuePlugin(PluginKind.Ignore, 'sentences', {
    shouldIgnore: (path) => (isSentence(path) ? 'a sentence' : undefined),
  }),
];
