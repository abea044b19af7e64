import type { Json } from '../../core/index.js';
import { documented, skerryPages } from './docs.js';
import { skerryComponents, skerryLine } from './skerry-line.js';
import { textStyles, tokens } from './skerry/tokens.js';
import { token, type Part } from './write.js';

/**
 * The version of the ferries' kit that stands ready as an update: a property renamed, an option dropped, the card split in two, a
 * component gone, and another look.
 */
type Obj = { readonly [key: string]: Json };
const list = (v: Json | undefined): readonly Obj[] => (Array.isArray(v) ? (v as readonly Obj[]) : []);
const withProps = (c: Part, to: (p: Obj) => Obj | null): Part => ({
  ...c,
  props: list(c['props']).flatMap((p) => to(p) ?? []),
});
/** The parts of a tree, each changed or left out. */
const parts = (node: Obj, to: (n: Obj) => Obj | null): Obj => ({
  ...node,
  ...(node['children']
    ? {
        children: list(node['children'])
          .map(to)
          .filter((n): n is Obj => n !== null)
          .map((n) => parts(n, to)),
      }
    : {}),
});
const asksFor = (r: Obj, prop: string): boolean =>
  Object.hasOwn(((r['when'] as Obj)['props'] as Obj | undefined) ?? {}, prop);

function masthead(c: Part): Part {
  const renamed = withProps(c, (p) =>
    p['id'] === 'under' ? { ...p, id: 'second', name: 'Second line', renamedFrom: 'under' } : p,
  );
  return {
    ...renamed,
    tree: parts(c['tree'] as Obj, (n) =>
      (n['bind'] as Obj | undefined)?.['text'] === 'under' ? { ...n, bind: { text: 'second' } } : n,
    ) as Part,
  };
}

/** Two heights are enough. */
function action(c: Part): Part {
  const two = withProps(c, (p) =>
    p['id'] === 'height' ? { ...p, options: list(p['options']).filter((o) => o['id'] !== 'tall') } : p,
  );
  return {
    ...two,
    rules: list(c['rules']).filter((r) => ((r['when'] as Obj)['props'] as Obj | undefined)?.['height'] !== 'tall'),
  };
}

/** A card has no photo any more; a photo card has always one. */
function cards(c: Part): readonly Part[] {
  const bare = withProps(c, (p) => (p['id'] === 'photo' ? null : p));
  const rules = list(c['rules']).filter((r) => !asksFor(r, 'photo'));
  return [
    { ...bare, rules, tree: parts(c['tree'] as Obj, (n) => (n['id'] === 'photo' ? null : n)) as Part },
    {
      ...bare,
      id: 'photo-card',
      name: 'Photo card',
      summary: 'A raised sheet with a photo on top.',
      words: ['photo card', 'picture card'],
      splitFrom: 'panel-card',
      rules,
      tree: parts(c['tree'] as Obj, (n) => {
        if (n['id'] !== 'photo') return n;
        const { visible: _, ...shown } = n['attrs'] as Obj;
        return { ...n, attrs: { ...shown, height: 168 } };
      }) as Part,
    },
  ];
}

/** Tags are slips with square corners, and a line. */
const tag = (c: Part): Part => {
  const tree = c['tree'] as Obj;
  return {
    ...c,
    tree: { ...tree, attrs: { ...(tree['attrs'] as Obj), radius: '{corner.soft}', stroke: '{color.rope}' } },
  };
};
/** What used the height that is gone uses the one in the middle. */
const lower = (c: Part): Part =>
  JSON.parse(JSON.stringify(c).replaceAll('"height":"tall"', '"height":"middle"')) as Part;

const components = skerryComponents.flatMap((c): readonly Part[] => {
  switch (c['id']) {
    case 'masthead':
      return [masthead(c)];
    case 'action':
      return [action(c)];
    case 'panel-card':
      return cards(c);
    case 'count':
      return [tag(c)];
    case 'bubble':
      return [];
    // eslint-disable-next-line no-restricted-syntax -- ids of components; the others stay as they are
    default:
      return [lower(c)];
  }
});
/** Its pages, in the words of this version. */
const { bubble: _gone, masthead: top, ...others } = skerryPages;
const pages = {
  ...others,
  ...(top ? { masthead: { ...top, samples: top.samples.map((t) => t.replace(' Under ', ' Second line ')) } } : {}),
};

export const skerryLineNext: Part = {
  ...skerryLine,
  version: '2.2.0',
  notes:
    'Softer corners and a deeper red. Cards with a photo are a component of their own. The masthead’s Under is its Second line. Actions have two heights. Bubble is gone.',
  tokens: {
    ...tokens,
    color: {
      ...(tokens['color'] as Part),
      buoy: token('#b62c1b', 'primary', { dark: '#ff8f7b' }),
      'buoy-hover': token('#9e2415', 'primary-hover', { dark: '#ffa392' }),
      'buoy-pressed': token('#7f1b0f', 'primary-pressed', { dark: '#f07862' }),
    },
    corner: { ...(tokens['corner'] as Part), soft: token('8px', 'corner'), card: token('20px', 'corner-card') },
  },
  textStyles,
  components: documented(components, pages),
};
