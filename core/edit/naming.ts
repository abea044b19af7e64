/** What a name can be made of. */
export interface NameParts {
  readonly name: string;
  readonly number: number;
  readonly of: number;
  readonly flow: string;
  readonly device: string;
}

/**
 * A name from a pattern: `{name}`, `{number}` (or `{number:2}` for two figures), `{of}`, `{flow}`, `{device}`. Words to
 * replace are replaced in the old name first, as they are written. Other braces stay as they are; at most 200 characters.
 */
export function nameByPattern(pattern: string, parts: NameParts, find = '', put = ''): string {
  const name = find === '' ? parts.name : parts.name.split(find).join(put);
  return pattern
    .replace(/\{(name|number|of|flow|device)(?::(\d))?\}/gu, (_, key: keyof NameParts, figures: string | undefined) => {
      const value = key === 'name' ? name : String(parts[key]);
      return figures === undefined ? value : value.padStart(Number(figures), '0');
    })
    .trim()
    .slice(0, 200);
}
