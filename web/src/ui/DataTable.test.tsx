/** @jest-environment <rootDir>/jest-env-dom.js */
import { cleanup, render, screen, within } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { DataTable, type TableColumn } from './DataTable.tsx';

afterEach(cleanup);

interface Roll {
  readonly name: string;
  readonly leftMm: number;
}
const columns: readonly TableColumn<Roll>[] = [
  { key: 'name', title: 'Name', names: 'strong', cell: ({ name }) => name, sortBy: ({ name }) => name },
  {
    key: 'left',
    title: 'Left',
    align: 'right',
    cell: ({ leftMm }) => `${leftMm} mm`,
    sortBy: ({ leftMm }) => leftMm,
  },
  { key: 'act', title: 'Act', cell: () => 'Change' },
];
const rolls = [
  { name: 'R 10', leftMm: 900 },
  { name: 'R 9', leftMm: 12_000 },
  { name: 'R 2', leftMm: 1000 },
];
const names = () => screen.getAllByRole('rowheader').map(({ textContent }) => textContent);
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

test('rows stand as they come; a title puts them in order, then the other way, then back', async () => {
  render(<DataTable items={rolls} columns={columns} keyOf={({ name }) => name} />);
  expect(names()).toEqual(['R 10', 'R 9', 'R 2']);
  await press('Left');
  expect(names()).toEqual(['R 10', 'R 2', 'R 9']);
  expect(screen.getByRole('columnheader', { name: 'Left' }).getAttribute('aria-sort')).toBe('ascending');
  await press('Left');
  expect(names()).toEqual(['R 9', 'R 2', 'R 10']);
  await press('Left');
  expect(names()).toEqual(['R 10', 'R 9', 'R 2']);
  // Numbers within names count as numbers.
  await press('Name');
  expect(names()).toEqual(['R 2', 'R 9', 'R 10']);
  expect(screen.queryByRole('button', { name: 'Act' })).toBeNull();
});

test('lengths go by how long they are, whatever their decimals', async () => {
  const odd = [819.2, 819.15, 82].map((leftMm) => ({ name: `R ${leftMm}`, leftMm }));
  render(<DataTable items={odd} columns={columns} keyOf={({ name }) => name} />);
  await press('Left');
  expect(names()).toEqual(['R 82', 'R 819.15', 'R 819.2']);
});

test('a last line says what all of it comes to', () => {
  render(
    <DataTable
      items={rolls}
      columns={columns}
      keyOf={({ name }) => name}
      together={['Together', '13.9 m']}
    />,
  );
  expect(within(screen.getAllByRole('rowgroup')[2] as HTMLElement).getByRole('row').textContent).toBe(
    'Together13.9 m',
  );
});

describe('of six hundred rows', () => {
  const many = Array.from({ length: 600 }, (_, at) => ({ name: `P ${at + 1}`, leftMm: at }));
  // jsdom lays nothing out: the region is given a height.
  const given = { clientHeight: 400, clientWidth: 800 };
  beforeAll(() => {
    for (const [side, px] of Object.entries(given))
      Object.defineProperty(HTMLElement.prototype, side, { configurable: true, get: () => px });
  });
  afterAll(() => {
    for (const side of Object.keys(given)) Reflect.deleteProperty(HTMLElement.prototype, side);
  });

  test('those in sight are drawn, and all are counted', () => {
    render(<DataTable label="All panes" items={many} columns={columns} keyOf={({ name }) => name} />);
    expect(names()[0]).toBe('P 1');
    expect(names().length).toBeGreaterThan(10);
    expect(names().length).toBeLessThan(60);
    expect(screen.getByRole('table').getAttribute('aria-rowcount')).toBe('601');
    expect(screen.getByRole('region', { name: 'All panes' }).tabIndex).toBe(0);
  });
});
