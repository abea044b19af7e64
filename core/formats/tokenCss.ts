import { aliasPath, modesOf, type Json, type Kit, type TextStyle, type Token } from '../model/index.js';
import { isObject, type Report } from './checks.js';
import { readColour, readCurve, readDimension, readDuration } from './tokenValues.js';

/** The name of a token as a CSS custom property. */
export const cssName = (path: string): string => `--${path.replace(/[^a-zA-Z0-9_-]+/gu, '-')}`;
const MOST = 5000;

const shadowCss = (v: { readonly [k: string]: Json }): string =>
  ['offsetX', 'offsetY', 'blur', 'spread'].map((n) => String(v[n] ?? '0px')).join(' ') +
  ` ${String(v['color'] ?? '#000000')}`;
const valueCss = (v: Json | undefined): string | null => {
  const at = aliasPath(v);
  if (at !== null) return `var(${cssName(at)})`;
  if (typeof v === 'string' || typeof v === 'number') return String(v);
  if (Array.isArray(v))
    return v.length === 4 && v.every((n) => typeof n === 'number') ? `cubic-bezier(${v.join(', ')})` : null;
  return isObject(v ?? null) ? shadowCss(v as { readonly [k: string]: Json }) : null;
};

/** A kit's tokens and text styles as custom properties; aliases as `var()`. */
export function writeCss(kit: Kit): string {
  const block = (selector: string, lines: readonly string[]): string =>
    `${selector} {\n${lines.map((l) => `  ${l}\n`).join('')}}\n`;
  const own = Object.values(kit.tokens).flatMap((t) => {
    const v = valueCss(t.value);
    return v === null ? [] : [`${cssName(t.path)}: ${v};`];
  });
  const styles = Object.values(kit.textStyles).map(
    (s) =>
      `${cssName(`text.${s.id}`)}: ${s.italic ? 'italic ' : ''}${s.weight} ${s.size}px/${s.lineHeight}px "${s.family}";`,
  );
  const modes = modesOf(kit).map((mode) =>
    block(
      `[data-mode="${mode}"]`,
      Object.values(kit.tokens).flatMap((t) => {
        const v = t.modes && Object.hasOwn(t.modes, mode) ? valueCss(t.modes[mode]) : null;
        return v === null ? [] : [`${cssName(t.path)}: ${v};`];
      }),
    ),
  );
  return [
    `/* ${kit.name.replaceAll('*/', '')} ${kit.version} */\n`,
    block(':root', [...own, ...styles]),
    ...modes,
  ].join('\n');
}

const FONT = /^(italic\s+)?(\d{3}|normal|bold)\s+([\d.]+)px\s*\/\s*([\d.]+)(px)?\s+["']?([^"',;]+)["']?/u;

/** The mode that a block of rules is for, by its selector or media query; empty: none. */
function modeOf(selector: string, around: string): string {
  const named =
    /\[data-(?:mode|theme)\s*=\s*["']?([\w-]+)/u.exec(selector)?.[1] ?? /\.(dark|light)\b/u.exec(selector)?.[1];
  return named ?? /prefers-color-scheme:\s*(dark|light)/u.exec(around)?.[1] ?? '';
}

/** Reads custom properties wherever they are declared; those of a block for a mode are the tokens' values in it. */
export function readCss(
  css: string,
  report: Report,
): { readonly tokens: Record<string, Token>; readonly textStyles: Record<string, TextStyle> } {
  const tokens: Record<string, Token> = {};
  const textStyles: Record<string, TextStyle> = {};
  const bare = css.replace(/\/\*[\s\S]*?\*\//gu, ' ');
  // Blocks within a media query know it; everything else stands by itself.
  const stack: string[] = [];
  let start = 0;
  let count = 0;
  const declared: { readonly name: string; readonly value: string; readonly mode: string }[] = [];
  for (let i = 0; i < bare.length; i++) {
    const c = bare[i];
    if (c === '{') {
      stack.push(bare.slice(start, i).trim().slice(-400));
      start = i + 1;
    } else if (c === '}' || c === ';') {
      const one = bare.slice(start, i).trim();
      start = i + 1;
      const m = /^--([\w-]+)\s*:\s*([\s\S]+)$/u.exec(one);
      if (m && ++count <= MOST)
        declared.push({
          name: m[1] ?? '',
          value: (m[2] ?? '').trim(),
          mode: modeOf(stack.at(-1) ?? '', stack.slice(0, -1).join(' ')),
        });
      if (c === '}') stack.pop();
    }
  }
  if (count > MOST)
    report.add('left out', 'tokens.many', 'tokens', `There are ${count} properties; the first ${MOST} were taken.`);
  const names = new Set(declared.map((d) => d.name));
  for (const { name, value, mode } of declared) {
    const path = name.replace('-', '.');
    const font = FONT.exec(value);
    if (font) {
      const id = path.split('.').at(-1) ?? path;
      const size = Number(font[3]);
      const high = Number(font[4]);
      const weight = font[2] === 'bold' ? 700 : font[2] === 'normal' ? 400 : Number(font[2]);
      if (mode === '' && size >= 4 && size <= 400)
        textStyles[id] = {
          id,
          name: id,
          family: (font[6] ?? '').trim(),
          weight,
          italic: font[1] !== undefined,
          size,
          lineHeight: font[5] ? high : high * size,
          letterSpacing: 0,
        };
      continue;
    }
    const read = readValue(value, names);
    if (read === null) {
      report.add(
        'left out',
        'token.value',
        `--${name}`,
        `--${name}: ${value.slice(0, 60)} is no colour, length, time, number or shadow; it was left out.`,
      );
      continue;
    }
    const was = tokens[path];
    if (mode === '') tokens[path] = { ...read, path, ...(was?.modes ? { modes: was.modes } : {}) };
    else tokens[path] = { ...(was ?? { ...read, path }), path, modes: { ...was?.modes, [mode]: read.value } };
  }
  return { tokens, textStyles };
}

function readValue(value: string, names: ReadonlySet<string>): Pick<Token, 'type' | 'value'> | null {
  const alias = /^var\(\s*--([\w-]+)\s*(?:,[\s\S]*)?\)$/u.exec(value)?.[1];
  if (alias !== undefined) return names.has(alias) ? { type: 'other', value: `{${alias.replace('-', '.')}}` } : null;
  const shadow =
    /^(-?[\d.]+(?:px)?)\s+(-?[\d.]+(?:px)?)\s+([\d.]+(?:px)?)\s+(?:(-?[\d.]+(?:px)?)\s+)?([#a-z][\s\S]*)$/u.exec(value);
  const colour = shadow ? readColour(shadow[5] ?? '') : null;
  if (shadow && colour !== null) {
    const px = (v: string | undefined): string => readDimension(v?.endsWith('px') ? v : `${v ?? 0}px`) ?? '0px';
    return {
      type: 'shadow',
      value: {
        color: colour,
        offsetX: px(shadow[1]),
        offsetY: px(shadow[2]),
        blur: px(shadow[3]),
        spread: px(shadow[4]),
      },
    };
  }
  if (/^-?[\d.]+$/u.test(value)) return { type: 'number', value: Number(value) };
  if (/^-?[\d.]+(px|rem)$/u.test(value)) {
    const length = readDimension(value);
    return length === null ? null : { type: 'dimension', value: length };
  }
  const time = readDuration(value);
  if (time !== null) return { type: 'duration', value: time };
  const curve = /^cubic-bezier\(([^)]*)\)$/u.exec(value)?.[1];
  if (curve !== undefined) {
    const handles = readCurve(curve.split(',').map(Number));
    return handles === null ? null : { type: 'cubicBezier', value: handles };
  }
  const c = readColour(value);
  return c === null ? null : { type: 'color', value: c };
}
