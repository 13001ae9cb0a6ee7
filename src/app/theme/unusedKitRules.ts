/**
 * Components of antd that this app does not use, by the class that their styles begin with. A test holds the list
 * against what is imported.
 */
export const UNUSED_KIT_CLASSES = [
  'affix',
  'alert',
  'anchor',
  'avatar',
  'badge',
  'breadcrumb',
  'card',
  'carousel',
  'cascader',
  'color-picker',
  'descriptions',
  'divider',
  'float-btn',
  'image',
  'layout',
  'list',
  'listy',
  'masonry',
  'mentions',
  'menu',
  'popconfirm',
  'qrcode',
  'rate',
  'ribbon',
  'slider',
  'splitter',
  'statistic',
  'tag',
  'timeline',
  'transfer',
  'tree',
  'typography',
] as const;

/** Of the grid the columns by number: forms are laid out by their own styles. */
const COLUMNS = 'col-(?:[a-z]+-)?(?:[a-z]+-)?\\d';
/** The kit's own colours and sizes: the app's are made from its theme. */
const OWN_FIGURES = '\\.css-var-_';
const UNUSED = new RegExp(`\\.ant-(?:(?:${UNUSED_KIT_CLASSES.join('|')})(?![a-z])|${COLUMNS})|${OWN_FIGURES}`);

/** What of a rule of styles is read and altered here. */
interface StyleRule {
  selectors: string[];
  readonly source?: { readonly input: { readonly file?: string | undefined } } | undefined;
  remove(): unknown;
}

/** Leaves the kit's styles of components that are not used out of what is built: two fifths of them. */
export const unusedKitRules = {
  postcssPlugin: 'unused-kit-rules',
  Rule(rule: StyleRule) {
    if (!rule.source?.input.file?.endsWith('antd.css')) return;
    const used = rule.selectors.filter((selector) => !UNUSED.test(selector));
    if (used.length === 0) rule.remove();
    else if (used.length < rule.selectors.length) rule.selectors = used;
  },
};
