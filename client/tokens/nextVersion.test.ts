import { expect, it } from 'vitest';
import { nextVersion } from './nextVersion.js';

const kits = ['1.0.0', '1.10.0', '1.9.0'].map((version) => ({ id: 'harbour', version }));

it('is the first version of a name that is not there', () => {
  expect(nextVersion(kits, 'quay')).toBe('1.0.0');
});
it('is the minor version after the highest, by number', () => {
  expect(nextVersion(kits, 'harbour')).toBe('1.11.0');
});
it('is never lower than what is there', () => {
  expect(nextVersion([...kits, { id: 'harbour', version: '2.2.1' }], 'harbour')).toBe('2.3.0');
});
