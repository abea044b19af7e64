import type { Json, Problem } from '../model/index.js';

/** Collects what is wrong while a file is read. */
export class Report {
  readonly problems: Problem[] = [];
  /** More than this are counted, not listed. */
  private static readonly MOST = 200;
  private more = 0;

  add(level: Problem['level'], code: string, where: string, message: string): void {
    if (this.problems.length >= Report.MOST) this.more++;
    else this.problems.push({ level, code, where: where.slice(0, 200), message: message.slice(0, 500) });
  }

  list(): readonly Problem[] {
    if (this.more === 0) return this.problems;
    return [
      ...this.problems,
      { level: 'note', code: 'more', where: 'the rest', message: `${this.more} more of the same kind are not listed.` },
    ];
  }
}

export type JsonObject = { readonly [key: string]: Json };

export function isObject(value: unknown): value is JsonObject {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** A member as text, cut to a length that cannot hurt. */
export function text(from: JsonObject, key: string, otherwise = '', most = 2000): string {
  const v = from[key];
  return typeof v === 'string' ? v.slice(0, most) : otherwise;
}

export function list(from: JsonObject, key: string): readonly Json[] {
  const v = from[key];
  return Array.isArray(v) ? v : [];
}

export function texts(from: JsonObject, key: string): string[] {
  return list(from, key).filter((v): v is string => typeof v === 'string');
}

const ID = /^[A-Za-z0-9][A-Za-z0-9_.~-]{0,79}$/;

/** Ids are short and plain, and never the name of something every object has. */
export function isId(value: unknown): value is string {
  return typeof value === 'string' && ID.test(value) && !(value in Object.prototype);
}

/** How deep JSON is nested; stops counting above `limit`. */
export function depthOf(value: Json, limit: number): number {
  if (typeof value !== 'object' || value === null || limit <= 0) return 0;
  let deepest = 0;
  for (const v of Object.values(value)) deepest = Math.max(deepest, depthOf(v, limit - 1));
  return deepest + 1;
}
