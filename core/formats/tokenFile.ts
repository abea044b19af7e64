import {
  aliasPath,
  toPx,
  type Json,
  type Kit,
  type Problem,
  type TextStyle,
  type Token,
  type TokenType,
} from '../model/index.js';
import { isObject, Report, text, type JsonObject } from './checks.js';
import { readCss, writeCss } from './tokenCss.js';
import {
  readColour,
  readDimension,
  readCurve,
  readDuration,
  readShadow,
  writeColour,
  writeDimension,
  writeDuration,
  writeShadow,
} from './tokenValues.js';

/** What a file of tokens says: values by path, text styles, and what was left out. */
export interface TokenFile {
  readonly tokens: Readonly<Record<string, Token>>;
  readonly textStyles: Readonly<Record<string, TextStyle>>;
  readonly problems: readonly Problem[];
}
const MOST = 5000;
const DEEPEST = 12;
/** The largest file of tokens, characters. */
export const MOST_TOKEN_TEXT = 4_000_000;

/** Types of the format that Dekkor knows, with what reads a value; null: it is none. */
const READ: Readonly<Record<string, (v: Json) => Json | null>> = {
  color: readColour,
  dimension: readDimension,
  duration: readDuration,
  cubicBezier: readCurve,
  shadow: readShadow,
  number: (v) => (typeof v === 'number' || (typeof v === 'string' && aliasPath(v) !== null) ? v : null),
  fontWeight: (v) => (typeof v === 'number' || typeof v === 'string' ? v : null),
  fontFamily: (v) => (Array.isArray(v) ? (v[0] ?? null) : typeof v === 'string' ? v : null),
};
const WRITE: Readonly<Record<string, (v: Json) => Json>> = {
  color: writeColour,
  dimension: writeDimension,
  duration: writeDuration,
  shadow: writeShadow,
};

/**
 * Reads a file of tokens: the design tokens community format as JSON (values as strings or, as in the 2025 draft, as objects), or CSS
 * custom properties. Never throws: what cannot be read is left out and told, by its path.
 */
export function readTokenFile(source: string): TokenFile {
  const report = new Report();
  if (source.length > MOST_TOKEN_TEXT) {
    report.add('refused', 'tokens.large', 'the file', 'A file of tokens has at most 4 MB; nothing was read.');
    return { tokens: {}, textStyles: {}, problems: report.list() };
  }
  const trimmed = source.replace(/^\uFEFF/u, '').trimStart();
  if (!trimmed.startsWith('{')) {
    const found = readCss(trimmed, report);
    if (Object.keys(found.tokens).length === 0)
      report.add(
        'refused',
        'tokens.none',
        'the file',
        'There are no tokens in it: no JSON of the design tokens format and no CSS custom properties.',
      );
    return { ...found, problems: report.list() };
  }
  let json: Json;
  try {
    json = JSON.parse(trimmed) as Json;
  } catch (error) {
    report.add(
      'refused',
      'tokens.json',
      'the file',
      `It is no JSON: ${error instanceof Error ? error.message.slice(0, 160) : 'it cannot be read'}.`,
    );
    return { tokens: {}, textStyles: {}, problems: report.list() };
  }
  return readGroups(json, report);
}

function readGroups(json: Json, report: Report): TokenFile {
  const tokens: Record<string, Token> = {};
  const written: {
    readonly path: string;
    readonly value: JsonObject;
    readonly name: string;
    readonly means: string;
  }[] = [];
  let count = 0;
  const walk = (group: JsonObject, path: string, type: string, depth: number): void => {
    const own = text(group, '$type', type);
    for (const [key, value] of Object.entries(group)) {
      if (key.startsWith('$')) continue;
      const at = path === '' ? key : `${path}.${key}`;
      if (!isObject(value) || /[{}@/]/u.test(key) || key in Object.prototype || depth > DEEPEST) {
        report.add('left out', 'token.shape', at, `Token ${at} is no token and no group; it was left out.`);
        continue;
      }
      if (!('$value' in value)) {
        walk(value, at, own, depth + 1);
        continue;
      }
      if (++count > MOST) continue;
      const kind = text(value, '$type', own);
      const ext = value['$extensions'];
      const ours = isObject(ext) && isObject(ext['dekkor']) ? ext['dekkor'] : {};
      const means = text(ours, 'means');
      if (kind === 'typography') {
        if (isObject(value['$value'] ?? null))
          written.push({ path: at, value: value['$value'] as JsonObject, name: text(ours, 'name', key), means });
        else report.add('left out', 'token.value', at, `Text style ${at} is no group of values; it was left out.`);
        continue;
      }
      const reader = READ[kind];
      const got = reader ? reader(value['$value'] ?? null) : (value['$value'] ?? null);
      if (got === null) {
        const said = JSON.stringify(value['$value'] ?? null).slice(0, 60);
        report.add('left out', 'token.value', at, `Token ${at}: ${said} is no ${kind}; it was left out.`);
        continue;
      }
      const modes = isObject(ours['modes'])
        ? Object.fromEntries(
            Object.entries(ours['modes']).flatMap(([mode, v]) => {
              const m = reader ? reader(v) : v;
              return m === null || mode in Object.prototype ? [] : [[mode.slice(0, 60), m]];
            }),
          )
        : {};
      const description = text(value, '$description');
      tokens[at] = {
        path: at,
        type: (reader ? kind : 'other') as TokenType,
        value: got,
        ...(Object.keys(modes).length > 0 ? { modes } : {}),
        ...(means ? { means } : {}),
        ...(description ? { description } : {}),
      };
    }
  };
  if (isObject(json)) walk(json, '', 'other', 0);
  else report.add('refused', 'tokens.shape', 'the file', 'Tokens must be groups of tokens; nothing was read.');
  if (count > MOST)
    report.add('left out', 'tokens.many', 'tokens', `There are ${count} tokens; the first ${MOST} were taken.`);
  const sound = withoutLost(tokens, report);
  const follow = (v: Json | undefined): Json | undefined => {
    let now = v;
    for (let hop = 0; hop < 40; hop++) {
      const at = aliasPath(now);
      if (at === null) return now;
      now = sound[at]?.value;
    }
    return undefined;
  };
  const textStyles: Record<string, TextStyle> = {};
  for (const w of written) {
    const style = readStyle(w.path, w.value, follow, report);
    if (style) textStyles[style.id] = { ...style, name: w.name, ...(w.means ? { means: w.means } : {}) };
  }
  return { tokens: sound, textStyles, problems: report.list() };
}

/** Without aliases that lead nowhere, or round in a circle. */
function withoutLost(tokens: Readonly<Record<string, Token>>, report: Report): Readonly<Record<string, Token>> {
  const ends = new Map<string, boolean>();
  const lands = (path: string, on: ReadonlySet<string>): boolean => {
    const known = ends.get(path);
    if (known !== undefined) return known;
    const token = Object.hasOwn(tokens, path) ? tokens[path] : undefined;
    const next = token ? aliasPath(token.value) : null;
    const good =
      token !== undefined && (next === null || (!on.has(next) && on.size < 40 && lands(next, new Set([...on, next]))));
    ends.set(path, good);
    return good;
  };
  return Object.fromEntries(
    Object.entries(tokens).filter(([path, t]) => {
      if (lands(path, new Set([path]))) return true;
      report.add(
        'left out',
        'token.unknown',
        path,
        `Token ${path} refers to ${aliasPath(t.value) ?? 'nothing'}, which is not there or leads back to it; it was left out.`,
      );
      return false;
    }),
  );
}

function readStyle(
  path: string,
  value: JsonObject,
  follow: (v: Json | undefined) => Json | undefined,
  report: Report,
): TextStyle | null {
  const family = follow(value['fontFamily']);
  const size = toPx(follow(value['fontSize']));
  const high = follow(value['lineHeight']);
  const weight = follow(value['fontWeight']);
  const name = Array.isArray(family) ? family[0] : family;
  if (typeof name !== 'string' || size === undefined || size < 4 || size > 400) {
    report.add(
      'left out',
      'style.value',
      path,
      `Text style ${path} needs a family and a size from 4 to 400 px; it was left out.`,
    );
    return null;
  }
  // A line height without a unit is so many times the size.
  const lineHeight = typeof high === 'number' ? high * size : (toPx(high) ?? size * 1.4);
  const id = path.split('.').at(-1) ?? path;
  return {
    id,
    name: id,
    family: name,
    weight: typeof weight === 'number' ? Math.min(900, Math.max(100, weight)) : weight === 'bold' ? 700 : 400,
    italic: value['fontStyle'] === 'italic',
    size,
    lineHeight: Math.round(lineHeight * 100) / 100,
    letterSpacing: toPx(follow(value['letterSpacing'])) ?? 0,
  };
}

/** The tokens and text styles of a kit in the design tokens community format, 2025 draft; meanings and modes among the extensions. */
export function writeTokenFile(kit: Kit): string {
  const root: { [key: string]: Json } = {};
  const put = (path: string, value: Json): void => {
    const way = path.split('.');
    let at = root;
    for (const part of way.slice(0, -1)) at = (at[part] ??= {}) as { [key: string]: Json };
    at[way.at(-1) ?? path] = value;
  };
  for (const t of Object.values(kit.tokens)) {
    const write = WRITE[t.type] ?? ((v: Json): Json => v);
    const ours = {
      ...(t.means ? { means: t.means } : {}),
      ...(t.modes ? { modes: Object.fromEntries(Object.entries(t.modes).map(([m, v]) => [m, write(v)])) } : {}),
    };
    put(t.path, {
      ...(t.type === 'other' ? {} : { $type: t.type }),
      $value: write(t.value),
      ...(t.description ? { $description: t.description } : {}),
      ...(Object.keys(ours).length > 0 ? { $extensions: { dekkor: ours } } : {}),
    });
  }
  for (const s of Object.values(kit.textStyles))
    put(`text.${s.id}`, {
      $type: 'typography',
      $value: {
        fontFamily: s.family,
        fontSize: { value: s.size, unit: 'px' },
        fontWeight: s.weight,
        lineHeight: Math.round((s.lineHeight / s.size) * 10_000) / 10_000,
        letterSpacing: { value: s.letterSpacing, unit: 'px' },
      },
      $extensions: { dekkor: { name: s.name, ...(s.means ? { means: s.means } : {}) } },
    });
  return `${JSON.stringify(root, null, 2)}\n`;
}

/** The same as CSS custom properties, each mode under `[data-mode]`. */
export const writeTokenCss = (kit: Kit): string => writeCss(kit);
