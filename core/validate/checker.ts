/**
 * Checks of everything that is loaded or sent. A check goes to the bottom and says the first thing that is wrong, with where
 * it stands; it never throws and never changes what it is given.
 */

/** Something that has not the shape it must have. */
export interface Fault {
  /** The way to it: `steps[2].nodes.a.attrs`. */
  readonly where: string;
  /** What is wrong, as the end of a sentence that begins with `where`. */
  readonly wrong: string;
}
export type Check = (value: unknown, where: string) => Fault | null;

export const fault = (where: string, wrong: string): Fault => ({ where, wrong });
export const faultMessage = (f: Fault): string => `${f.where} ${f.wrong}`;

export type Group = Readonly<Record<string, unknown>>;
export const isGroup = (value: unknown): value is Group =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Names that would reach into objects themselves. */
const FORBIDDEN: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);
const badName = (name: string): boolean => FORBIDDEN.has(name);

const show = (value: unknown): string => {
  // What is large is not written out to be cut off: it may be deeper than it can be written.
  const text =
    typeof value === 'string'
      ? `“${value}”`
      : Array.isArray(value)
        ? `a list of ${value.length}`
        : typeof value === 'object' && value !== null
          ? 'a record'
          : (JSON.stringify(value) ?? String(value));
  return text.length > 40 ? `${text.slice(0, 39)}…` : text;
};

export function text(most: number, pattern?: RegExp, what = 'a text'): Check {
  return (value, where) => {
    if (typeof value !== 'string') return fault(where, `must be ${what}, not ${show(value)}`);
    if (value.length > most) return fault(where, `has ${value.length} characters; at most ${most} are taken`);
    return pattern && !pattern.test(value) ? fault(where, `must be ${what}, not ${show(value)}`) : null;
  };
}
/** Something to read in it, and nothing that ends a text elsewhere. */
export function name(most: number): Check {
  return text(most, /^(?=[^]*[^\s\p{Cf}\p{Cs}])[^\0]*$/u, 'a name');
}
export function number(low: number, high: number): Check {
  return (value, where) =>
    typeof value === 'number' && value >= low && value <= high
      ? null
      : fault(where, `must be a number from ${low} to ${high}, not ${show(value)}`);
}
export const flag: Check = (value, where) =>
  typeof value === 'boolean' ? null : fault(where, `must be true or false, not ${show(value)}`);
export function oneOf(...all: readonly string[]): Check {
  return (value, where) =>
    typeof value === 'string' && all.includes(value)
      ? null
      : fault(where, `must be one of ${all.join(', ')}, not ${show(value)}`);
}
export function orNull(check: Check): Check {
  return (value, where) => (value === null ? null : check(value, where));
}
export function both(...checks: readonly Check[]): Check {
  return (value, where) => {
    for (const check of checks) {
      const bad = check(value, where);
      if (bad) return bad;
    }
    return null;
  };
}

export function list(check: Check, most: number): Check {
  return (value, where) => {
    if (!Array.isArray(value)) return fault(where, `must be a list, not ${show(value)}`);
    if (value.length > most) return fault(where, `has ${value.length} entries; at most ${most} are taken`);
    for (let i = 0; i < value.length; i++) {
      const bad = check(value[i], `${where}[${i}]`);
      if (bad) return bad;
    }
    return null;
  };
}

/** A record with free names. `names` checks each of them. */
export function record(check: Check, most: number, names?: Check): Check {
  return (value, where) => {
    if (!isGroup(value)) return fault(where, `must be a record, not ${show(value)}`);
    const keys = Object.keys(value);
    if (keys.length > most) return fault(where, `has ${keys.length} entries; at most ${most} are taken`);
    for (const key of keys) {
      if (badName(key)) return fault(where, `has the forbidden name ${key}`);
      const bad = names?.(key, `${where}, the name ${show(key)}`) ?? check(value[key], `${where}.${key}`);
      if (bad) return bad;
    }
    return null;
  };
}

/** A record with given members; nothing else is taken. */
export function group(must: Readonly<Record<string, Check>>, may: Readonly<Record<string, Check>> = {}): Check {
  const known = new Map(Object.entries({ ...must, ...may }));
  const needed = Object.keys(must);
  return (value, where) => {
    if (!isGroup(value)) return fault(where, `must be a record, not ${show(value)}`);
    for (const key of needed) if (value[key] === undefined) return fault(where, `has no ${key}`);
    for (const key of Object.keys(value)) {
      const check = known.get(key);
      if (!check) return fault(where, `has ${show(key)}, which does not belong there`);
      const member = value[key];
      const bad = member === undefined ? null : check(member, `${where}.${key}`);
      if (bad) return bad;
    }
    return null;
  };
}

/** What one member says decides what the others must be. */
export function byMember(member: string, cases: Readonly<Record<string, Check>>): Check {
  const known = new Map(Object.entries(cases));
  return (value, where) => {
    if (!isGroup(value)) return fault(where, `must be a record, not ${show(value)}`);
    const kind = value[member];
    const check = typeof kind === 'string' ? known.get(kind) : undefined;
    return check ? check(value, where) : fault(where, `is of the unknown kind ${show(kind)}`);
  };
}

/** Any JSON, but not too deep and not too large. */
export function json(deepest = 24, most = 20_000): Check {
  return (value, where) => {
    let left = most;
    const walk = (v: unknown, deep: number): Fault | null => {
      if (--left < 0) return fault(where, `holds more than ${most} values`);
      if (v === null || typeof v === 'boolean' || (typeof v === 'number' && Number.isFinite(v))) return null;
      if (typeof v === 'string')
        return v.length > 200_000
          ? fault(where, `holds a text of ${v.length} characters; at most 200000 are taken`)
          : null;
      if (typeof v !== 'object') return fault(where, 'is no plain data');
      if (deep <= 0) return fault(where, `is nested deeper than ${deepest}`);
      if (Array.isArray(v)) {
        for (const x of v) {
          const bad = walk(x, deep - 1);
          if (bad) return bad;
        }
        return null;
      }
      for (const [key, x] of Object.entries(v)) {
        if (badName(key)) return fault(where, `has the forbidden name ${key}`);
        const bad = x === undefined ? null : walk(x, deep - 1);
        if (bad) return bad;
      }
      return null;
    };
    return walk(value, deepest);
  };
}

/** Ids are short and plain, and never the name of something every object has. */
export const id: Check = (value, where) =>
  typeof value === 'string' && /^[A-Za-z0-9][\w.~@-]{0,119}$/u.test(value) && !(value in Object.prototype)
    ? null
    : fault(where, `must be an id, not ${show(value)}`);
/** `kit@version`, `kit@version/component` or `project/original`. */
export const ref: Check = text(240, /^[^\s]+$/u, 'a reference');
