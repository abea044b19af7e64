import { safeName } from '../tempFiles.js';

/** Names of files that a pattern makes, each given out once: `{name}`, `{flow}`, `{number}`, `{scale}`, `{screen}` stand for values. */
export class FileNames {
  private readonly taken = new Set<string>();
  constructor(private readonly pattern: string) {}

  /** @param scaled what is added where the pattern does not say the scale */
  of(values: Readonly<Record<string, string>>, ending: string, scaled = ''): string {
    const plain =
      safeName(
        this.pattern.replace(/\{(\w+)\}/gu, (all, key: string) =>
          Object.hasOwn(values, key) ? (values[key] ?? '') : all,
        ),
      ).replace(/^\.+/u, '') || 'screen';
    const made = this.pattern.includes('{scale}') ? plain : `${plain}${scaled}`;
    for (let n = 1; ; n++) {
      const name = `${made}${n > 1 ? ` ${n}` : ''}.${ending}`;
      if (this.taken.has(name.toLowerCase())) continue;
      this.taken.add(name.toLowerCase());
      return name;
    }
  }
}
