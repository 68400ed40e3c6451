import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { createRawSnippet, type Component } from 'svelte';
import { beforeEach, expect, test, vi } from 'vitest';
import { fieldsOf, shapeNamed } from '../../frontend/src/lib/inspector/schema';
import ShapePicture from '../../frontend/src/lib/antenna/ShapePicture.svelte';
import { SHAPES } from '../../frontend/src/lib/antenna/planning';
import Fetched from '../../frontend/src/lib/ui/Fetched.svelte';
import FromTo from '../../frontend/src/lib/ui/FromTo.svelte';
import { preferences } from '../../frontend/src/lib/station/preferences.svelte';
import { stubResizeObserver } from './server';

beforeEach(stubResizeObserver);

const shown = createRawSnippet<[string]>((view) => ({ render: () => `<p>the view ${view()}</p>` }));
type Files = Component<{ file: () => Promise<{ default: string }>; shown: typeof shown }>;

test('a view is shown once its file has come', async () => {
  render(Fetched as unknown as Files, { file: () => Promise.resolve({ default: 'of sweeps' }), shown });
  expect(screen.getByText('Opening …')).toBeTruthy();
  expect(await screen.findByText('the view of sweeps')).toBeTruthy();
});

test('a view that does not come is said, and asked for again when wanted', async () => {
  const file = vi
    .fn<() => Promise<{ default: string }>>()
    .mockRejectedValueOnce(new Error('no server'))
    .mockResolvedValue({ default: 'of sweeps' });
  render(Fetched as unknown as Files, { file, shown });
  expect((await screen.findByRole('alert')).textContent).toContain('What you have entered is not lost');
  await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(await screen.findByText('the view of sweeps')).toBeTruthy();
  expect(screen.queryByRole('alert')).toBeNull();
});

test('every shape has its own fields in the schema, each with a title', () => {
  const keys = SHAPES.map(([shape]) => fieldsOf(shapeNamed(shape)).map(({ key }) => key));
  for (const [n, some] of keys.entries()) {
    expect(some).toContain('ground');
    expect(new Set(some).size).toBe(some.length);
    expect(shapeNamed(SHAPES[n]?.[0] ?? '').properties.shape?.const).toBe(SHAPES[n]?.[0]);
  }
  const [dipole, vee] = keys;
  expect(dipole).toContain('length_m');
  expect(vee).not.toContain('length_m');
});

test('coil and radials are drawn, from the side as high and from above as wide as they are', () => {
  const radials = [
    [5, 0, 0],
    [0, 5, 0],
    [-5, 0, 0],
    [0, -5, 0],
  ].map((end) => ({ start: [0, 0, 0], end }));
  const wires = [{ start: [0, 0, 0], end: [0, 0, 8] }];
  const planned = { wires, radials, feed: [0, 0, 0], coils: [[0, 0, 4]], results: [], sentence: '' };
  const { container } = render(ShapePicture, { planned });
  expect(screen.getByRole('img', { name: 'From the side: up to 8 m high, 10 m across' })).toBeTruthy();
  const [side, above] = container.querySelectorAll('svg.drawing');
  expect(side?.querySelectorAll('path')).toHaveLength(1 + 4 + 1); // the ground, the radials, the upright
  expect(above?.querySelectorAll('path')).toHaveLength(4 + 1);
  expect(side?.querySelectorAll('rect')).toHaveLength(1);
  expect(screen.getByText('coil')).toBeTruthy();
});

test('two lengths are typed in the reader’s own unit, and gone through when asked', async () => {
  const [onlow, onhigh, ongo] = [vi.fn(), vi.fn(), vi.fn()];
  preferences.system = 'feet';
  render(FromTo, { low: '30', high: '60', action: 'Try', onlow, onhigh, ongo });
  expect(screen.getAllByText('ft')).toHaveLength(2);
  await userEvent.type(screen.getByRole('textbox', { name: 'to' }), '5');
  expect(onhigh).toHaveBeenLastCalledWith('605');
  await userEvent.click(screen.getByRole('button', { name: 'Try' }));
  expect(ongo).toHaveBeenCalledOnce();
  expect(onlow).not.toHaveBeenCalled();
  preferences.system = 'metric';
});
