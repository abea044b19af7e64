import { PROP_KIND_NAMES, PROP_KINDS, type Json, type Option, type Prop, type PropKind } from '../../core/index.js';

/** A name as an id that nothing in the list has yet. */
export function propId(name: string, taken: readonly { readonly id: string }[]): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/gu, '-')
    .replace(/^-+|-+$/gu, '')
    .slice(0, 60);
  const start = /^[a-z]/u.test(plain) ? plain : `p-${plain || 'new'}`;
  const ids = new Set(taken.map((t) => t.id));
  let id = start;
  for (let n = 2; ids.has(id) || id in Object.prototype; n++) id = `${start}-${n}`;
  return id;
}

/** A prop as another kind: its default is kept where the kind takes it. */
export function asKind(p: Prop, kind: PropKind): Prop {
  const { id, name, description, means, inherits, renamedFrom } = p;
  const options: readonly Option[] = kind === 'choice' ? (p.kind === 'choice' ? p.options : optionsFrom(p)) : [];
  const converted: Json =
    kind === 'text' && (typeof p.default === 'number' || typeof p.default === 'boolean')
      ? String(p.default)
      : kind === 'number' && Number.isFinite(Number(p.default)) && String(p.default).trim() !== ''
        ? Number(p.default)
        : p.default;
  const given = PROP_KINDS[kind].takes(converted, options) ? converted : PROP_KINDS[kind].fallback(options);
  const base = {
    id,
    name,
    description,
    default: given,
    ...(means ? { means } : {}),
    ...(inherits ? { inherits } : {}),
    ...(renamedFrom ? { renamedFrom } : {}),
  };
  if (kind === 'choice') return { ...base, kind, options };
  if (kind === 'list')
    return { ...base, kind, item: [{ id: 'text', name: 'Text', kind: 'text', default: '', description: '' }] };
  return { ...base, kind } as Prop;
}
const optionsFrom = (p: Prop): readonly Option[] =>
  p.kind === 'flag'
    ? [
        { id: 'off', name: 'Off', means: 'off' },
        { id: 'on', name: 'On', means: 'on' },
      ]
    : typeof p.default === 'string' && p.default.trim() !== ''
      ? [{ id: propId(p.default, []), name: p.default }]
      : [{ id: 'one', name: 'One' }];

/** Meanings that kits share: what lets a choice be carried to another kit. */
export const MEANINGS = [
  'label',
  'title',
  'supporting',
  'value',
  'tone',
  'size',
  'density',
  'shape',
  'selected',
  'disabled',
  'state',
  'media',
  'leading-icon',
  'trailing-icon',
  'icon',
  'items',
  'actions',
] as const;

/** What options and properties are called, and what that means whatever a kit calls it. */
const OPTION_MEANS: Readonly<Record<string, string>> = {
  small: 'small',
  little: 'small',
  compact: 'small',
  medium: 'medium',
  normal: 'medium',
  middle: 'medium',
  large: 'large',
  big: 'large',
  tall: 'large',
  main: 'primary',
  strong: 'primary',
  primary: 'primary',
  plain: 'neutral',
  calm: 'neutral',
  neutral: 'neutral',
  quiet: 'secondary',
  secondary: 'secondary',
  danger: 'danger',
  warning: 'danger',
  bad: 'danger',
  good: 'success',
  gone: 'disabled',
  off: 'disabled',
};
const PROP_MEANS: Readonly<Record<string, string>> = {
  label: 'label',
  title: 'title',
  heading: 'title',
  note: 'supporting',
  text: 'supporting',
  tone: 'tone',
  kind: 'tone',
  size: 'size',
  density: 'density',
  picture: 'media',
  photo: 'media',
  icon: 'icon',
};

/**
 * Reads a property as it is typed: `Tone: calm, strong, gone` is a choice, `Lined?` a flag, `Level (number)` says its kind,
 * `Label` alone is a text. Null when there is no name in it.
 */
export function readProp(line: string, taken: readonly Prop[]): Prop | null {
  const m = /^\s*([^:?()]+?)\s*(?:(\?)|\((\w+)\)|:\s*(.+))?\s*$/su.exec(line);
  const name = m?.[1]?.trim().slice(0, 80) ?? '';
  if (name === '') return null;
  const id = propId(name, taken);
  const means = PROP_MEANS[name.toLowerCase()];
  const base: Prop = { id, name, kind: 'text', default: '', description: '', ...(means ? { means } : {}) };
  const kind = PROP_KIND_NAMES.find((k) => PROP_KINDS[k].name === m?.[3]?.toLowerCase() || k === m?.[3]?.toLowerCase());
  if (m?.[2]) return asKind(base, 'flag');
  if (kind) return asKind(base, kind);
  const options: Option[] = [];
  for (const o of (m?.[4] ?? '')
    .split(',')
    .map((t) => t.trim().slice(0, 80))
    .filter((t) => t !== '')) {
    const meant = OPTION_MEANS[o.toLowerCase()];
    options.push({
      id: propId(o, options),
      name: o.charAt(0).toUpperCase() + o.slice(1),
      ...(meant ? { means: meant } : {}),
    });
  }
  const [first] = options;
  return first ? { ...base, kind: 'choice', default: first.id, options } : base;
}
