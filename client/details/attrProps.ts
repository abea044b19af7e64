import {
  BOX_FLOW_NAMES,
  BOX_FLOWS,
  kitRef,
  type Json,
  type Kit,
  type Look,
  type Node,
  type Prop,
} from '../../core/index.js';

const choice = (
  id: string,
  name: string,
  options: readonly (readonly [string, string])[],
  description: string,
): Prop => ({
  id,
  name,
  kind: 'choice',
  default: options[0]?.[0] ?? '',
  description,
  options: options.map(([o, n]) => ({ id: o, name: n })),
});
const number = (id: string, name: string, description: string, min = 0): Prop => ({
  id,
  name,
  kind: 'number',
  default: 0,
  description,
  min,
});
const colour = (id: string, name: string): Prop => ({
  id,
  name,
  kind: 'colour',
  default: '',
  description: 'A token, or a colour such as #0b2f4e.',
});
const flag = (id: string, name: string, description: string, on = false): Prop => ({
  id,
  name,
  kind: 'flag',
  default: on,
  description,
});

const SHOWN = flag('visible', 'Shown', 'Takes part in the screen at all.', true);
const FLOW = choice(
  'flow',
  'Runs',
  BOX_FLOW_NAMES.map((flow) => [flow, BOX_FLOWS[flow].choice] as const),
  'Which way the things inside follow one another.',
);
const GAP = number('gap', 'Gap', 'Between the things inside, px.');
const STROKE_WIDTH = number('strokeWidth', 'Line width', 'px');
const STROKE_SIDES = choice(
  'strokeSides',
  'Line at',
  [
    ['all', 'all sides'],
    ['top', 'the top'],
    ['bottom', 'the bottom'],
    ['left', 'the left'],
    ['right', 'the right'],
    ['y', 'top and bottom'],
  ],
  'On which sides the line is drawn.',
);
const SHADOW = choice('shadow', 'Shadow', [['none', 'none']], 'One of the kit’s shadows.');
const ALIGN = choice(
  'align',
  'Align',
  [
    ['start', 'start'],
    ['center', 'middle'],
    ['end', 'end'],
    ['stretch', 'stretch'],
    ['baseline', 'baseline'],
  ],
  'Across the way it runs. Baseline, in a row: first lines of text stand on one line.',
);

/** What can be set on a plain thing of a screen itself. */
export const PLAIN_PROPS: Readonly<Partial<Record<Node['type'], readonly Prop[]>>> = {
  box: [
    FLOW,
    number('columns', 'Columns', 'For a grid: how many stand side by side.', 1),
    {
      id: 'tracks',
      name: 'Columns, listed',
      kind: 'text',
      default: '',
      description: 'In place of equal ones: 1fr 2fr, auto 120 1fr. A number alone is px.',
    },
    number('minColumn', 'Least column', 'As many equal columns as fit of at least so many px.'),
    GAP,
    number('padding', 'Padding', 'Around the things inside, px.'),
    ALIGN,
    choice(
      'justify',
      'Spread',
      [
        ['start', 'start'],
        ['center', 'middle'],
        ['end', 'end'],
        ['between', 'apart'],
      ],
      'Along the way it runs.',
    ),
    flag('wrap', 'Wraps', 'Goes on in a further line when there is no room.'),
    colour('fill', 'Fill'),
    colour('stroke', 'Line'),
    STROKE_WIDTH,
    STROKE_SIDES,
    flag('dash', 'Dashed', 'The line is dashed.'),
    number('radius', 'Corners', 'Radius, px.'),
    SHADOW,
    number('opacity', 'Opacity', '0 not to be seen, 1 whole.'),
    flag('clip', 'Cuts off', 'What reaches over its edges is not seen.'),
    SHOWN,
  ],
  series: [FLOW, GAP, SHOWN],
  text: [
    { id: 'text', name: 'Text', kind: 'text', default: '', description: 'What it says.' },
    choice(
      'textStyle',
      'Style',
      [
        ['means:body', 'text'],
        ['means:display', 'display'],
        ['means:title', 'title'],
        ['means:heading', 'heading'],
        ['means:label', 'label'],
        ['means:caption', 'note'],
      ],
      'A text style of the kit.',
    ),
    colour('color', 'Colour'),
    number('maxLines', 'Line limit', 'At most so many lines; 0: as many as it needs.'),
    choice(
      'textAlign',
      'Align',
      [
        ['start', 'start'],
        ['center', 'middle'],
        ['end', 'end'],
      ],
      'Where its lines begin.',
    ),
    flag('bars', 'As bars', 'Drawn as bars of the text’s true measure.'),
    SHOWN,
  ],
  icon: [
    { id: 'icon', name: 'Icon', kind: 'icon', default: '', description: 'Any icon of the kit.' },
    number('size', 'Size', 'px', 4),
    colour('color', 'Colour'),
    SHOWN,
  ],
  image: [
    {
      id: 'asset',
      name: 'Picture',
      kind: 'image',
      default: '',
      description: 'A picture that is here, or one brought in.',
    },
    choice(
      'fit',
      'Fit',
      [
        ['cover', 'cover'],
        ['contain', 'contain'],
      ],
      'Fills its room, or shows whole.',
    ),
    {
      id: 'focalX',
      name: 'Focus across',
      kind: 'number',
      default: 0.5,
      description: 'What stays in view when the sides are cut: 0 the left edge, 1 the right.',
      min: 0,
      max: 1,
    },
    {
      id: 'focalY',
      name: 'Focus down',
      kind: 'number',
      default: 0.5,
      description: 'What stays in view when top and bottom are cut: 0 the top, 1 the bottom.',
      min: 0,
      max: 1,
    },
    {
      id: 'zoom',
      name: 'Zoom',
      kind: 'number',
      default: 1,
      description: 'How much closer it is looked at: 1 to 8.',
      min: 1,
      max: 8,
    },
    SHOWN,
  ],
  shape: [
    choice(
      'shape',
      'Shape',
      [
        ['ellipse', 'ellipse'],
        ['line', 'line'],
        ['path', 'path'],
        ['bars', 'bars'],
        ['curve', 'curve'],
        ['ring', 'ring'],
      ],
      'What it draws in its room.',
    ),
    {
      id: 'values',
      name: 'Numbers',
      kind: 'text',
      default: '',
      description: 'What it shows: numbers with commas between them. For a ring, per cent.',
    },
    { id: 'path', name: 'Outline', kind: 'text', default: '', description: 'For a path: SVG path data, px.' },
    colour('fill', 'Fill'),
    colour('stroke', 'Line'),
    STROKE_WIDTH,
    SHOWN,
  ],
};

/** What can be overridden on a part inside an instance. */
export const PART_PROPS: Readonly<Partial<Record<Node['type'], readonly Prop[]>>> = {
  text: [colour('color', 'Colour'), SHOWN],
  icon: [colour('color', 'Colour'), number('size', 'Size', 'px', 4), SHOWN],
  image: [...(PLAIN_PROPS.image ?? []).filter((p) => p.id !== 'visible'), SHOWN],
  box: [
    colour('fill', 'Fill'),
    colour('stroke', 'Line'),
    number('radius', 'Corners', 'Radius, px.'),
    number('gap', 'Gap', 'px'),
    SHOWN,
  ],
  instance: [
    {
      id: 'component',
      name: 'Component',
      kind: 'component',
      default: '',
      description: 'Another one in this place; the room around it stays the original’s.',
    },
    SHOWN,
  ],
};

/** The root of an instance: its ground. */
export const GROUND_PROPS: readonly Prop[] = [colour('fill', 'Fill'), colour('stroke', 'Line')];

/** What an attribute shows now, as the row's value: measured where it was a token or left open. */
export function lookValue(
  name: string,
  written: unknown,
  look: Look | undefined,
): string | number | boolean | undefined {
  if (name === 'visible') return written !== false;
  if (name === 'fill' || name === 'stroke' || name === 'color') return typeof written === 'string' ? written : '';
  if (name === 'asset' || name === 'icon' || name === 'textStyle') return typeof written === 'string' ? written : '';
  if (name === 'tracks') return typeof written === 'string' ? written : '';
  if (name === 'padding') return look?.paddingLeft;
  const measured = look ? (look as unknown as Record<string, unknown>)[name] : undefined;
  if (typeof measured === 'number' || typeof measured === 'boolean' || typeof measured === 'string') return measured;
  return typeof written === 'number' || typeof written === 'boolean' || typeof written === 'string'
    ? written
    : undefined;
}

/** How a row's value is written on the part. */
export const attrValue = (name: string, value: unknown): string | number | boolean | null =>
  name === 'visible' && value === true ? null : value === '' ? null : (value as string | number | boolean | null);

/** Attributes that are lengths: the kit's can be chosen for them. */
export const LENGTHS: ReadonlySet<string> = new Set(['gap', 'padding', 'radius', 'strokeWidth', 'size', 'minColumn']);

/** What only a grid has, and what only things that follow one another have. */
const GRID: ReadonlySet<string> = new Set(['columns', 'tracks', 'minColumn']);
const FLOWING: ReadonlySet<string> = new Set(['gap', 'padding', 'align', 'justify', 'wrap']);

/** The same with what a kit has to choose from: its text styles and its shadows. `inKit`: the part stands in the kit itself. */
export function plainProps(node: Node, kit: Kit | undefined, inKit: boolean): readonly Prop[] {
  const of = kit && !inKit ? `${kitRef(kit)}/` : '';
  const more: Readonly<Record<string, readonly (readonly [string, string])[]>> = {
    textStyle: Object.values(kit?.textStyles ?? {}).map((s) => [of + s.id, s.name]),
    shadow: Object.values(kit?.tokens ?? {})
      .filter((t) => t.type === 'shadow')
      .map((t) => [`{${of}${t.path}}`, t.path.replace(/^shadows?\./u, '').replace(/[.-]/gu, ' ')]),
  };
  return (PLAIN_PROPS[node.type] ?? []).flatMap((p): Prop[] => {
    if (GRID.has(p.id) && node.attrs.flow !== 'grid') return [];
    if (FLOWING.has(p.id) && node.attrs.flow === 'free') return [];
    if (p.id === 'path' && node.attrs.shape !== 'path') return [];
    if (p.id === 'values' && !['bars', 'curve', 'ring'].includes(String(node.attrs.shape))) return [];
    if ((p.id === 'strokeWidth' || p.id === 'strokeSides' || p.id === 'dash') && !node.attrs.stroke) return [];
    const options = more[p.id];
    return p.kind === 'choice' && options
      ? [{ ...p, options: [...p.options, ...options.map(([id, name]) => ({ id, name }))] }]
      : [p];
  });
}
/** Tokens are chosen by the kit's own names; outside the kit they name it. */
export function qualified(value: Json, kit: Kit | undefined, inKit: boolean): Json {
  const m = typeof value === 'string' && kit && !inKit ? /^\{([^{}@:]+)\}$/u.exec(value) : null;
  return m?.[1] && kit ? `{${kitRef(kit)}/${m[1]}}` : value;
}
