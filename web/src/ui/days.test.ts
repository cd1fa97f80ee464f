import { describe, expect, it } from 'vitest';
import { shortDay, span, today } from './days';

describe('days and spans', () => {
  it('are written as they are read', () => {
    expect(shortDay('2026-11-26')).toBe('Thu 26 Nov');
    expect([0, 35, 59.6, 60, 80, 125].map(span)).toEqual(['0 min', '35 min', '1 h', '1 h', '1 h 20', '2 h 5']);
  });
  it('today is the day here, not the one in Greenwich', () => {
    const now = new Date();
    expect(today()).toMatch(/^\d{4}-\d{2}-\d{2}$/);
    expect(Number(today().slice(8))).toBe(now.getDate());
  });
});
