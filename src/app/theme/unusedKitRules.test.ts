import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { UNUSED_KIT_CLASSES, unusedKitRules } from './unusedKitRules';

const APP = 'src/app';
/** The kit's components that this app imports, as their styles' classes begin: "FloatButton" is "floatbutton". */
const imported = new Set(
  readdirSync(APP, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name))
    .flatMap((name) => [...readFileSync(join(APP, name), 'utf8').matchAll(/import \{([^}]*)\} from 'antd'/g)])
    .flatMap(([, names]) =>
      names!.split(',').map(
        (each) =>
          each
            .trim()
            .replace(/^type /, '')
            .split(' ')[0]!,
      ),
    ),
);
/** Where a class is not the component's name. */
const COMPONENT_OF: Readonly<Record<string, string>> = { 'float-btn': 'floatbutton', ribbon: 'badge', listy: 'list' };

/** What is left of a rule's selectors. */
function left(selectors: readonly string[], file = '/somewhere/antd/dist/antd.css'): readonly string[] {
  const rule = { selectors: [...selectors], source: { input: { file } }, remove: () => (rule.selectors = []) };
  unusedKitRules.Rule(rule);
  return rule.selectors;
}

describe('The kit’s styles that are built', () => {
  it('leave out no component that is imported', () => {
    expect(imported.size).toBeGreaterThan(15);
    const names = new Set([...imported].map((each) => each.toLowerCase()));
    for (const unused of UNUSED_KIT_CLASSES)
      expect([unused, names.has(COMPONENT_OF[unused] ?? unused.replaceAll('-', ''))]).toEqual([unused, false]);
  });

  it('leave out what can only be seen on such a component, and nothing else', () => {
    expect(left(['.ant-tree .ant-btn'])).toEqual([]);
    expect(left(['.ant-card', '.ant-modal'])).toEqual(['.ant-modal']);
    expect(left(['.ant-col-xs-4', '.ant-col-12', '.ant-col-lg-offset-3', '.ant-col'])).toEqual(['.ant-col']);
    expect(left(['.css-var-_R_0_.ant-btn'])).toEqual([]);
    // Names that only begin alike.
    const alike = ['.ant-tagged', '.ant-dropdown-menu', '.ant-upload-list', '.ant-btn'];
    expect(left(alike)).toEqual(alike);
  });

  it('alter no other style sheet', () => {
    expect(left(['.ant-tree'], '/somewhere/theme.css')).toEqual(['.ant-tree']);
  });
});
