/**
 * What a number field was given: a number, or a sum of them with + - * / and parentheses, px passed over. `+8` and `*2` at
 * the beginning go on from the value that is there.
 * @returns null when it is no number
 */
export function arithmetic(text: string, now = 0): number | null {
  const plain = text
    .replace(/px/giu, '')
    .replace(/,(?=\d)/gu, '.')
    .replace(/×/gu, '*')
    .replace(/\s+/gu, '');
  const whole = /^[+*/]/u.test(plain) ? `${now}${plain}` : plain;
  let at = 0;
  const factor = (): number => {
    if (whole[at] === '-') {
      at++;
      return -factor();
    }
    if (whole[at] === '(') {
      at++;
      const v = sum();
      if (whole[at] !== ')') return Number.NaN;
      at++;
      return v;
    }
    const m = /^\d+(?:\.\d+)?|^\.\d+/u.exec(whole.slice(at));
    if (!m) return Number.NaN;
    at += m[0].length;
    return Number(m[0]);
  };
  const product = (): number => {
    let v = factor();
    while (whole[at] === '*' || whole[at] === '/') {
      const times = whole[at++] === '*';
      const next = factor();
      v = times ? v * next : v / next;
    }
    return v;
  };
  const sum = (): number => {
    let v = product();
    while (whole[at] === '+' || whole[at] === '-') {
      const plus = whole[at++] === '+';
      const next = product();
      v = plus ? v + next : v - next;
    }
    return v;
  };
  if (whole === '' || whole.length > 100) return null;
  const v = sum();
  return at === whole.length && Number.isFinite(v) ? Math.round(v * 1000) / 1000 : null;
}

/**
 * What was typed for a property that takes numbers.
 * @param now what it is, for sums that go on from there; absent: nothing
 * @param keeps what stays, in words, where it is not that
 * @returns the number, or what is wrong with it and what stays, as a sentence
 */
export function numberFor(
  prop: { readonly name: string; readonly min?: number | undefined; readonly max?: number | undefined },
  text: string,
  now?: number,
  keeps: string | number = now ?? 'its value',
): { readonly value: number } | { readonly problem: string } {
  const value = arithmetic(text, now ?? 0);
  if (value === null) return { problem: `“${text.slice(0, 30)}” is not a number; ${prop.name} keeps ${keeps}.` };
  if ((prop.min !== undefined && value < prop.min) || (prop.max !== undefined && value > prop.max))
    return { problem: `${prop.name} goes from ${prop.min ?? 'any'} to ${prop.max ?? 'any'}.` };
  return { value };
}
