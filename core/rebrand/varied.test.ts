import { describe, expect, it } from 'vitest';
import { agreement } from '../../testing/agreement.js';
import { shippedKits } from '../../testing/browser/shippedKits.js';
import type { Kit } from '../index.js';

const { kits } = shippedKits();
const PAIRS = 12;

describe('kits that nobody tuned for one another', () => {
  it.each(['plywood@1.0.0', 'skerry-line@2.1.0'])('are matched as they were made, from the ideas of %s', (ref) => {
    const got = agreement(kits.get(ref) as Kit, PAIRS, true);
    expect(got.components, 'components').toBeGreaterThanOrEqual(0.95);
    expect(got.props, 'props').toBeGreaterThanOrEqual(0.92);
    expect(got.options, 'options').toBeGreaterThanOrEqual(0.9);
  });
  it('are matched well by roles and names alone, where they say nothing of what they mean', () => {
    expect(agreement(kits.get('plywood@1.0.0') as Kit, PAIRS, false).components).toBeGreaterThanOrEqual(0.8);
  });
});
