import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, test, vi } from 'vitest';
import SharingDialog from '../../frontend/src/lib/people/SharingDialog.svelte';
import { ownToken } from '../../frontend/src/lib/people/person';
import { Keeper } from '../../frontend/src/lib/station/keeper.svelte';
import SaveState from '../../frontend/src/lib/ui/SaveState.svelte';
import { FakeServer, kept } from './server';

test('a station is shared, shared no more, and shown by a link whose secret is told once', async () => {
  let shares = [{ name: 'carl', edits: true }];
  const server = new FakeServer(({ method, path, body }) => {
    if (path.endsWith('/record'))
      return { body: [{ when: '2026-12-01T07:01:00Z', what: 'changed', name: 'carl' }] };
    if (path.endsWith('/links'))
      return { status: 201, body: { id: 3, made: '2026-12-01T07:00:00Z', path: '/link/secret' } };
    if (method === 'PUT') {
      shares = [...shares, body as (typeof shares)[0]];
      return { body };
    }
    if (method === 'DELETE') {
      shares = shares.slice(1);
      return { status: 204 };
    }
    return { body: { shares, links: [], others: ['bea'] } };
  });
  render(SharingDialog, { station: 7, name: 'mill', onclose: vi.fn() });
  await userEvent.click(await screen.findByRole('button', { name: 'Share it' }));
  expect(server.to('/api/stations/7/sharing').map(({ body }) => body)).toContainEqual({
    name: 'bea',
    edits: false,
  });
  expect(await screen.findByRole('combobox', { name: 'bea' })).toHaveProperty('value', 'read');
  expect(screen.getByText(/carl\s+changed it/)).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Share no more with carl' }));
  await vi.waitFor(() => expect(screen.queryByRole('combobox', { name: 'carl' })).toBeNull());
  await userEvent.click(screen.getByRole('button', { name: 'Make a link' }));
  expect((await screen.findByText(/\/link\/secret$/)).textContent).toContain(location.origin);
});

test('what is shown to be read changes on the screen alone', async () => {
  const server = new FakeServer(() => ({ body: {} }));
  const keeper = new Keeper({ ...kept(), right: 'read' });
  keeper.later({ ...kept().document, name: 'another' });
  render(SaveState, { keeper, onfile: vi.fn(), ontheirs: vi.fn(), onmine: vi.fn() });
  expect(screen.getByTestId('save-state').textContent).toContain('not kept');
  await new Promise((resolve) => setTimeout(resolve, 500));
  expect(server.to(`/api/stations/${kept().id}`)).toEqual([]);
});

test('served alone, a change carries no token', () => {
  document.cookie = 'tithe-csrf=abc';
  expect(ownToken()).toEqual({});
});
