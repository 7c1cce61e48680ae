/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import type { Role } from '@neat-sill/core/record';
import { DEFAULT_RULE_SETS } from '@neat-sill/core/rules';
import { silverForTest } from '@neat-sill/core/testing';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { ok } from '../../testing/fetching.ts';
import { renderInJob } from '../../testing/inJob.tsx';
import { RackPage } from './RackPage.tsx';

afterEach(cleanup);

const entry = (id: string, kind: 'roll' | 'offcut', length: number, factoryEdges: ('left' | 'right')[]) => ({
  id,
  filmId: silverForTest.id,
  kind,
  width: kind === 'roll' ? 1524 : 610,
  length,
  factoryEdges,
});
const rack = [
  {
    entry: entry('R-7', 'roll', 12_500, ['left', 'right']),
    lot: 'A12',
    place: 'upper bay',
    version: 3,
    reservedBy: '5f0c2a52-6e0a-4a53-9d8b-2f3f7b0f1c11',
    reservedFor: 'Lantern Quay Library, Reading room',
  },
  {
    entry: entry('O-3', 'offcut', 900, ['left']),
    lot: null,
    place: null,
    version: 1,
    reservedBy: null,
    reservedFor: null,
  },
  {
    entry: entry('O-4', 'offcut', 800, []),
    lot: null,
    place: null,
    version: 1,
    reservedBy: null,
    reservedFor: null,
  },
];

async function onRack(role: Role = 'owner', unit: 'mm' | 'in' = 'mm', saved = ok({ saved: 1 })) {
  const { server } = await renderInJob(<RackPage />, {
    role,
    unit,
    answers: {
      'GET /shop-book': ok({
        films: [silverForTest],
        rack,
        ruleSets: DEFAULT_RULE_SETS.map((rules) => ({ version: 1, rules })),
        cutBefore: {},
      }),
      'GET /jobs': ok([]),
      'GET /to-buy': ok({ lines: [] }),
      'PUT /rack': saved,
    },
  });
  await screen.findByRole('heading', { name: silverForTest.name });
  return server;
}
const lines = () =>
  within(screen.getByRole('region', { name: silverForTest.name }))
    .getAllByRole('row')
    .slice(1)
    .map(({ textContent }) => textContent);
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

/** A CSV as it is chosen: this page's files can't be read here. */
const fileOf = (csv: string) =>
  Object.assign(new File([csv], 'rack.csv', { type: 'text/csv' }), {
    arrayBuffer: () => Promise.resolve(new TextEncoder().encode(csv).buffer),
  });

describe('the rack', () => {
  test('says of each roll and offcut what is left, which edges, where it lies and for whom', async () => {
    await onRack();
    const [roll, offcut, bare] = lines();
    expect(roll).toMatch(/^R-71524 mm wide, 12\.5\d* m left.*lot A12, upper bay.*for Lantern Quay Library/);
    expect(offcut).toMatch(/^O-3610 mm × 900 mmoffcut, left edge.*no place/);
    expect(bare).toMatch(/offcut, no factory edge/);
  });

  test('speaks inches to those who measure in them', async () => {
    await onRack('owner', 'in');
    expect(lines()[0]).toMatch(/60″|60"|60 in/);
  });

  test('what a job has reserved can’t be taken off', async () => {
    await onRack();
    expect(screen.getByRole('button', { name: 'Remove R-7 from the rack' }).hasAttribute('disabled')).toBe(
      true,
    );
    expect(screen.getByRole('button', { name: 'Remove O-3 from the rack' }).hasAttribute('disabled')).toBe(
      false,
    );
  });

  test('taking off tells the version that was seen', async () => {
    const server = await onRack();
    await press('Remove O-3 from the rack');
    await waitFor(() =>
      expect(server.sent.find(({ path, method }) => path === '/rack' && method !== 'GET')?.body).toEqual({
        entries: [],
        removed: [{ id: 'O-3', baseVersion: 1 }],
      }),
    );
  });

  test('what was removed can be put back as it was', async () => {
    const server = await onRack();
    await press('Remove O-3 from the rack');
    await userEvent.click(await screen.findByRole('button', { name: 'Put it back' }));
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Put it back' })).toBeNull());
    expect(server.sent.filter(({ method }) => method === 'PUT').at(-1)?.body).toEqual({
      entries: [{ entry: entry('O-3', 'offcut', 900, ['left']), lot: null, place: null, baseVersion: 0 }],
      removed: [],
    });
  });

  test('what could not be saved stays in the sheet, with the reason, and is saved from there', async () => {
    const server = await onRack('owner', 'mm', (() => 'away') as unknown as ReturnType<typeof ok>);
    await press('Change O-3');
    const sheet = within(screen.getByRole('dialog'));
    await userEvent.type(sheet.getByLabelText('Lot'), 'B7');
    await userEvent.click(sheet.getByRole('button', { name: 'Save' }));
    expect((await sheet.findByRole('alert')).textContent).toMatch(/no connection/);
    expect(sheet.getByLabelText<HTMLInputElement>('Lot').value).toBe('B7');
    server.answers['PUT /rack'] = ok({ saved: 1 });
    await userEvent.click(sheet.getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  test('a length that can’t be is not passed over: nothing is saved until it is mended', async () => {
    const server = await onRack();
    await press('Change O-3');
    const sheet = within(screen.getByRole('dialog'));
    await userEvent.clear(sheet.getByLabelText('Length left'));
    await userEvent.type(sheet.getByLabelText('Length left'), '0');
    await userEvent.click(sheet.getByRole('button', { name: 'Save' }));
    expect(sheet.getByRole('alert').textContent).toMatch(/longer than nothing/);
    expect(server.sent.filter(({ method }) => method === 'PUT')).toEqual([]);
    await userEvent.clear(sheet.getByLabelText('Length left'));
    await userEvent.type(sheet.getByLabelText('Length left'), '850');
    await userEvent.click(sheet.getByRole('button', { name: 'Save' }));
    await waitFor(() =>
      expect(server.sent.find(({ method }) => method === 'PUT')?.body).toMatchObject({
        entries: [{ entry: { id: 'O-3', length: 850 } }],
      }),
    );
  });

  test('a new roll needs a name; an offcut starts without factory edges', async () => {
    const server = await onRack();
    await press('Put on the rack');
    const sheet = within(screen.getByRole('dialog'));
    await userEvent.click(sheet.getByRole('button', { name: 'Add' }));
    expect((await sheet.findByRole('alert')).textContent).toBe('Write what stands on it.');
    await userEvent.selectOptions(sheet.getByLabelText('What it is'), 'Offcut');
    expect(sheet.getByLabelText<HTMLSelectElement>('Factory edges').value).toBe('none');
    await userEvent.selectOptions(sheet.getByLabelText('Factory edges'), 'left');
    await userEvent.clear(sheet.getByLabelText('Width'));
    await userEvent.type(sheet.getByLabelText('Width'), '610');
    await userEvent.type(sheet.getByLabelText('Roll number'), 'R-8');
    await userEvent.type(sheet.getByLabelText('Place'), 'lower bay');
    await userEvent.click(sheet.getByRole('button', { name: 'Add' }));
    await waitFor(() =>
      expect(
        server.sent.find(({ path, method }) => path === '/rack' && method !== 'GET')?.body,
      ).toMatchObject({
        entries: [
          {
            entry: { id: 'R-8', kind: 'offcut', width: 610, length: 30_480, factoryEdges: ['left'] },
            place: 'lower bay',
            lot: null,
            baseVersion: 0,
          },
        ],
      }),
    );
  });

  test('a changed offcut goes back on the version that was seen', async () => {
    const server = await onRack();
    await press('Change O-3');
    const sheet = within(screen.getByRole('dialog'));
    await userEvent.type(sheet.getByLabelText('Lot'), ' B7 ');
    await userEvent.click(sheet.getByRole('button', { name: 'Save' }));
    await waitFor(() =>
      expect(server.sent.find(({ path, method }) => path === '/rack' && method !== 'GET')?.body).toEqual({
        entries: [{ entry: entry('O-3', 'offcut', 900, ['left']), lot: 'B7', place: null, baseVersion: 1 }],
        removed: [],
      }),
    );
  });

  test('a stock list: good lines are saved, the others stay on the page with their line and reason', async () => {
    const server = await onRack();
    const csv = `name,film,kind,widthMm,lengthMm\nN-1,${silverForTest.name},roll,1524,9000\n\nN-2,Osprey,roll,x,900\n`;
    const file = fileOf(csv);
    await userEvent.upload(screen.getByLabelText('Sheet of the rack'), file);
    const bad = await screen.findByRole('region', { name: 'Lines left out' });
    expect(within(bad).getAllByRole('row').at(-1)?.textContent).toMatch(
      /^line 4N-2 · Osprey.*not known.*“x” is not a number/,
    );
    const saves = () => server.sent.filter(({ path, method }) => path === '/rack' && method !== 'GET');
    // Nothing is written before it was seen.
    expect(saves()).toEqual([]);
    const preview = screen.getByRole('region', { name: 'As it is understood' });
    expect(preview.textContent).toMatch(/N-1.*1524 mm × 9\.0 m.*new/);
    await press('Import 1 line');
    await waitFor(() =>
      expect(saves()[0]?.body).toMatchObject({
        entries: [{ entry: { id: 'N-1', length: 9000 }, baseVersion: 0 }],
      }),
    );
    await screen.findByText('1 line imported, 1 left out.');
    expect(screen.getByRole('region', { name: 'Lines left out' })).toBeTruthy();
  });

  test('a stock list with a column of another name is not taken before somebody says which it is', async () => {
    const server = await onRack();
    const csv = `Roll no,film,kind,widthMm,lengthMm\nN-1,${silverForTest.name},roll,1524,9000\n`;
    const file = fileOf(csv);
    await userEvent.upload(screen.getByLabelText('Sheet of the rack'), file);
    await screen.findByText('Say which column holds: Roll number.');
    expect(screen.getByText(/no such column is known: Roll no/)).toBeTruthy();
    const saves = () => server.sent.filter(({ path, method }) => path === '/rack' && method !== 'GET');
    expect(saves()).toEqual([]);
    await userEvent.selectOptions(screen.getByLabelText('Roll number'), 'Roll no');
    await press('Import 1 line');
    await waitFor(() => expect(saves()[0]?.body).toMatchObject({ entries: [{ entry: { id: 'N-1' } }] }));
  });

  test('what the server refuses is said', async () => {
    const refused = () => ({
      status: 409,
      body: {
        type: 'about:blank',
        title: 'Stale',
        status: 409,
        code: 'rack.stale',
        detail: 'R-7 was changed.',
      },
    });
    await onRack('owner', 'mm', refused as unknown as ReturnType<typeof ok>);
    await press('Remove O-3 from the rack');
    await waitFor(() =>
      expect(
        screen
          .getAllByRole('alert')
          .map(({ textContent }) => textContent)
          .join(' '),
      ).toMatch(/R-7 was changed/),
    );
  });

  test('an apprentice looks, and changes nothing', async () => {
    await onRack('apprentice');
    expect(screen.queryByRole('button', { name: 'Put on the rack' })).toBeNull();
    expect(screen.queryByRole('button', { name: /Change/ })).toBeNull();
    expect(screen.getByRole('button', { name: /CSV/ })).toBeTruthy();
  });
});
