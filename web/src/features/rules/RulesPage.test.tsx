/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import type { Role } from '@neat-sill/core/record';
import { DEFAULT_RULE_SETS } from '@neat-sill/core/rules';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { api } from '../../api/api.ts';
import { ok } from '../../testing/fetching.ts';
import { renderInJob } from '../../testing/inJob.tsx';
import { RulesPage } from './RulesPage.tsx';

afterEach(cleanup);

const [rules] = DEFAULT_RULE_SETS;
const PUT = `PUT /rule-sets/${rules.id}`;

async function onRules(role: Role = 'owner', unit: 'mm' | 'in' = 'mm', unfold = true) {
  const { server, store } = await renderInJob(<RulesPage />, {
    role,
    unit,
    answers: {
      'GET /shop-book': ok({ films: [], rack: [], ruleSets: [{ version: 4, rules }], cutBefore: {} }),
      [PUT]: ok({ version: 5, rules, staying: { names: ['Family Hollis, House'], total: 3 } }),
    },
  });
  await screen.findByText('Measuring');
  for (const group of unfold ? document.querySelectorAll('details:not([open])') : []) {
    group.setAttribute('open', '');
    fireEvent(group, new Event('toggle'));
  }
  return Object.assign(server, { store });
}
/** By its label alone: asking for roles and labels of hundreds of fields takes seconds outside a browser. */
function field(name: string): HTMLInputElement {
  const label = [...document.querySelectorAll('label')].find(({ textContent }) => textContent === name);
  const found = label && document.getElementById(label.htmlFor);
  if (!found) throw new Error(`no field is called ${name}`);
  return found as HTMLInputElement;
}
function type(name: string, text: string) {
  fireEvent.change(field(name), { target: { value: text } });
  fireEvent.blur(field(name));
}
const saveButton = () => screen.getByText(/^Save/);
async function saved(server: Awaited<ReturnType<typeof onRules>>) {
  fireEvent.click(saveButton());
  await waitFor(() => expect(server.sent.some(({ method }) => method === 'PUT')).toBe(true));
  const { body } = server.sent.find(({ method }) => method === 'PUT') ?? {};
  return body as { baseVersion: number; rules: typeof rules };
}

test('a group is made when it is first opened', async () => {
  await onRules('owner', 'mm', false);
  expect(screen.getByText('Margin at every trimmed side, mm')).toBeTruthy();
  expect(screen.queryByText('Films hung dry, days')).toBeNull();
});

describe('house rules', () => {
  test('rules of every stage can be set; what is saved is what was typed, on the version that was seen', async () => {
    const server = await onRules();
    type('Margin at every trimmed side, mm', '32');
    type('A leftover to keep counts, %', '40');
    type('A second person above, mm', '2.1 m');
    type('Glass may be as cold as, °C', '6.5');
    type('Films hung dry, days', '3');
    type('Wired, K', '16');
    fireEvent.change(field('Seams'), { target: { value: 'butt' } });
    const body = await saved(server);
    expect(body.baseVersion).toBe(4);
    expect(body.rules.cutting).toMatchObject({ marginMm: 32, seam: 'butt', work: { leftoverWorth: 0.4 } });
    expect(body.rules.fitting).toMatchObject({ secondPersonAboveMm: 2100, glassFromC: 6.5 });
    expect(body.rules.cure.dryDays).toBe(3);
    expect(body.rules.film.breakage.bearsK).toEqual({ ...rules.film.breakage.bearsK, wired: 16 });
    expect(body.rules.survey).toEqual(rules.survey);
  });

  test('small figures are told apart to a hundredth', async () => {
    const server = await onRules();
    expect(field('Mounting solution, litres for a m²').value).toBe('0.35');
    type('Mounting solution, litres for a m²', '0.38');
    expect((await saved(server)).rules.fitting.solutionLitresPerM2).toBe(0.38);
  });

  test('degrees are those of the person, kept in Celsius', async () => {
    const server = await onRules('owner', 'in');
    expect(field('Indoors, °F').value).toBe('69.8');
    type('Indoors, °F', '68');
    expect((await saved(server)).rules.film.indoorC).toBeCloseTo(20, 9);
  });

  test('what is out of bounds stays as typed, says why, and is not taken', async () => {
    await onRules();
    type('Film on hand counts, of new, %', '140');
    expect(field('Film on hand counts, of new, %').value).toBe('140');
    expect(screen.getByText('Type a number from 1 to 100 %.')).toBeTruthy();
    type('Margin at every trimmed side, mm', '400');
    expect(screen.getByText(/It must be from 0 mm to 100 mm\./)).toBeTruthy();
    expect(saveButton().hasAttribute('disabled')).toBe(true);
  });

  test('a door marking is added and taken away', async () => {
    const server = await onRules();
    const marks = within(screen.getByText('Door markings').parentElement as HTMLElement);
    expect(marks.getAllByText('Its height, mm')).toHaveLength(2);
    fireEvent.click(marks.getByText(/Another row/));
    expect(marks.getAllByText('Its height, mm')).toHaveLength(3);
    fireEvent.click(marks.getByText(/remove row 1/));
    const body = await saved(server);
    expect(body.rules.film.markings).toEqual([rules.film.markings[1], rules.film.markings[1]]);
  });

  test('changes can be discarded', async () => {
    await onRules();
    type('Margin at every trimmed side, mm', '32');
    fireEvent.click(screen.getByText('Discard changes'));
    expect(saveButton().hasAttribute('disabled')).toBe(true);
    expect(screen.queryByText('Discard changes')).toBeNull();
  });

  test('a set is copied under a name of its own, and renamed', async () => {
    const server = await onRules();
    fireEvent.click(screen.getByText('Copy this set'));
    const sheet = within(await screen.findByRole('dialog'));
    fireEvent.change(sheet.getByLabelText('Name'), { target: { value: ' ' } });
    fireEvent.click(sheet.getByText('Add the set'));
    expect(server.sent.filter(({ method }) => method === 'PUT')).toEqual([]);
    fireEvent.change(sheet.getByLabelText('Name'), { target: { value: 'Frosted net' } });
    fireEvent.click(sheet.getByText('Add the set'));
    await waitFor(() => expect(server.sent.some(({ method }) => method === 'PUT')).toBe(true));
    const { body, path } = server.sent.find(({ method }) => method === 'PUT') ?? {};
    const sent = body as { baseVersion: number; rules: typeof rules };
    expect(sent).toMatchObject({ baseVersion: 0, rules: { name: 'Frosted net', cutting: rules.cutting } });
    expect(sent.rules.id).not.toBe(rules.id);
    expect(path).toContain(sent.rules.id);
  });

  describe('that somebody else saves meanwhile', () => {
    const theirs = { ...rules, cutting: { ...rules.cutting, marginMm: 40 } };
    const margin = () => field('Margin at every trimmed side, mm').value;
    const readAnew = async (server: Awaited<ReturnType<typeof onRules>>) => {
      server.answers['GET /shop-book'] = ok({
        films: [],
        rack: [],
        ruleSets: [{ version: 9, rules: theirs }],
        cutBefore: {},
      });
      const book = server.store.dispatch(
        api.endpoints.shopBook.initiate(undefined, { forceRefetch: true, subscribe: false }),
      );
      await act(async () => void (await book));
    };

    test('are shown where nothing was typed', async () => {
      const server = await onRules();
      await readAnew(server);
      await waitFor(() => expect(margin()).toBe('40'));
    });

    test('take nothing that was typed, and are not overwritten: it is saved on what was read', async () => {
      const server = await onRules();
      type('Margin at every trimmed side, mm', '32');
      await readAnew(server);
      expect(margin()).toBe('32');
      fireEvent.click(saveButton());
      const put = () => server.sent.find(({ method }) => method === 'PUT');
      await waitFor(() =>
        expect(put()?.body).toMatchObject({ baseVersion: 4, rules: { cutting: { marginMm: 32 } } }),
      );
    });
  });

  test('are found by their name, those of every set, and it is said where there are none', async () => {
    const user = userEvent.setup();
    await onRules('owner');
    const search = screen.getByRole('searchbox', { name: 'Search rules' });
    await user.type(search, 'seam overlap');
    const sets = screen.getAllByRole('heading', { level: 2 }).length;
    expect(await screen.findAllByLabelText(/^Overlap at a seam/)).toHaveLength(sets);
    expect(screen.queryByLabelText(/^Margin at every trimmed side/)).toBeNull();
    await user.type(search, ' x');
    expect(await screen.findByText('No rule has these words in its name.')).toBeTruthy();
    await user.clear(search);
    expect(await screen.findAllByLabelText(/^Margin at every trimmed side/)).toHaveLength(sets);
  });

  test('a figure that can’t be taken is not searched out of sight', async () => {
    await onRules('owner');
    type('Margin at every trimmed side, mm', 'abc');
    fireEvent.change(screen.getByRole('searchbox', { name: 'Search rules' }), { target: { value: 'cure' } });
    expect(screen.getByText(/Correct the rule that is marked first/)).toBeTruthy();
    expect(screen.getAllByLabelText(/^Margin at every trimmed side/)).not.toEqual([]);
    type('Margin at every trimmed side, mm', '30');
    fireEvent.change(screen.getByRole('searchbox', { name: 'Search rules' }), {
      target: { value: 'overlap' },
    });
    await waitFor(() => expect(screen.queryByLabelText(/^Margin at every trimmed side/)).toBeNull());
    expect(screen.queryByText(/Correct the rule that is marked first/)).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Discard changes' }));
  });

  test('who may not change them reads all of them', async () => {
    await onRules('apprentice');
    expect(document.querySelector('section input, section select, section button')).toBeNull();
    expect(screen.getByText('Margin at every trimmed side').parentElement?.textContent).toMatch(/25 mm$/);
    expect(screen.getByText('Films hung dry').parentElement?.textContent).toMatch(/1 day$/);
  });
});

describe('what is typed and not saved', () => {
  const margin = 'Margin at every trimmed side, mm';

  test('is there again after looking something up, with a word that it is not saved', async () => {
    await onRules();
    type(margin, '33');
    cleanup();
    const server = await onRules();
    expect(field(margin).value).toBe('33');
    expect(screen.getByText('Not saved yet')).toBeTruthy();
    expect((await saved(server)).rules.cutting.marginMm).toBe(33);
    await waitFor(() => expect(screen.queryByText('Not saved yet')).toBeNull());
    cleanup();
    await onRules();
    expect(field(margin).value).toBe(String(rules.cutting.marginMm));
  });

  test('a field that holds nothing that can be taken is not passed over', async () => {
    const server = await onRules();
    type('A leftover to keep counts, %', '40');
    type(margin, '');
    fireEvent.click(saveButton());
    await waitFor(() => expect(document.activeElement).toBe(field(margin)));
    expect(server.sent.filter(({ method }) => method === 'PUT')).toEqual([]);
  });
});
