import { describe, expect, test } from 'vitest';
import { edited } from '../../testing/index.ts';
import { emptyPlan, sheetKinds } from '../plan/index.ts';
import { makeEdit } from './index.ts';

describe('sets of sheets', () => {
  const plan = edited(emptyPlan(), 'addSheetSet', { name: 'For the inspector', sheets: ['cover', 'rooms'] });

  test('are kept with what goes in, in its order; all of them where nothing is said', () => {
    expect(plan.sheetSets['h1']).toEqual({
      name: 'For the inspector',
      sheets: ['cover', 'rooms'],
      paper: 'letter',
      turned: 'landscape',
    });
    expect(edited(plan, 'addSheetSet', {}).sheetSets['h2']!.sheets).toEqual(sheetKinds);
  });

  test('are changed and taken out', () => {
    const changed = edited(plan, 'setSheetSet', {
      set: 'h1',
      changes: { sheets: ['rooms', 'cover', 'cuts'], paper: 'a4' },
    });
    expect(changed.sheetSets['h1']).toMatchObject({ sheets: ['rooms', 'cover', 'cuts'], paper: 'a4' });
    expect(edited(changed, 'removeSheetSet', { set: 'h1' }).sheetSets).toEqual({});
  });

  test('no sheet twice, none that there is not, no set that is gone', () => {
    expect(makeEdit(plan, 'addSheetSet', { sheets: ['rooms', 'rooms'] })).toMatchObject({
      ok: false,
      problems: [{ path: 'sheets', message: expect.stringContaining('has rooms twice') as string }],
    });
    expect(makeEdit(plan, 'addSheetSet', { sheets: ['walls'] } as never).ok).toBe(false);
    expect(makeEdit(plan, 'setSheetSet', { set: 'h9', changes: {} }).ok).toBe(false);
  });
});
