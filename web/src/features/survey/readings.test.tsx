/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { cleanup, screen, within } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { renderInJob } from '../../testing/inJob.tsx';
import { useJob } from '../job/index.ts';
import { PhoneReading } from './PhoneReading.tsx';
import { ReadingFields } from './ReadingFields.tsx';
import { readingDraftKey } from './readingDraft.ts';
import { Sizes } from './Sizes.tsx';

afterEach(() => {
  cleanup();
  sessionStorage.clear();
});

function Chosen({ on }: { on: 'desk' | 'phone' }) {
  const [pane] = useJob().selected;
  if (!pane) return null;
  return on === 'phone' ? (
    <PhoneReading pane={pane} />
  ) : (
    <ReadingFields pane={pane} onLast={() => undefined} />
  );
}
const unread = recordsForTest({ panes: { p1: { readings: readingsForTest([]) } } });
const field = (name: string) => screen.getByRole<HTMLInputElement>('textbox', { name });

describe('readings at the desk', () => {
  test('Enter takes a reading and goes on to the next place of the tape', async () => {
    const { records, done } = await renderInJob(<Chosen on="desk" />, { records: unread, selected: ['p1'] });
    await userEvent.type(field('Width at top'), '819{Enter}');
    expect(document.activeElement).toBe(field('Width at middle'));
    await userEvent.keyboard('32 1/4"{Enter}');
    const { widthTop, widthMiddle } = records().pane['p1']?.readings ?? {};
    expect(widthTop).toMatchObject({ mm: 819, typed: '819', by: 'Marit Brindle', how: 'tape' });
    expect(widthMiddle).toMatchObject({ mm: 819.15, typed: '32 1/4"' });
    expect(done()).toHaveLength(2);
  });

  test('a reading that is none stays in its field and goes nowhere', async () => {
    const { records } = await renderInJob(<Chosen on="desk" />, { records: unread, selected: ['p1'] });
    await userEvent.type(field('Width at top'), '-5{Enter}');
    expect(screen.getByRole('alert').textContent).toMatch(/below zero/);
    expect(records().pane['p1']?.readings.widthTop).toBeNull();
  });

  test('sizes follow at once', async () => {
    function WithSizes() {
      const [pane] = useJob().selected;
      return pane ? (
        <>
          <ReadingFields pane={pane} onLast={() => undefined} />
          <Sizes pane={pane} />
        </>
      ) : null;
    }
    await renderInJob(<WithSizes />, { records: unread, selected: ['p1'] });
    await userEvent.type(field('Width at top'), '819{Enter}');
    await userEvent.type(field('Height at left'), '1325{Enter}');
    expect(document.body.textContent).toMatch(/819 mm × 1325 mm|819 × 1325/);
  });
});

describe('a reading that is half typed', () => {
  test('is found on the desk where it was begun on the phone, and the other way round', async () => {
    const phone = await renderInJob(<Chosen on="phone" />, { records: unread, selected: ['p1'] });
    await userEvent.type(field('Width at top'), '81');
    expect(phone.records().pane['p1']?.readings.widthTop).toBeNull();
    cleanup();
    await renderInJob(<Chosen on="desk" />, { records: unread, selected: ['p1'] });
    expect(field('Width at top').value).toBe('81');
    await userEvent.type(field('Width at middle'), '82');
    cleanup();
    await renderInJob(<Chosen on="phone" />, { records: unread, selected: ['p1'] });
    expect(field('Width at top').value).toBe('81');
    await userEvent.type(field('Width at top'), '9{Enter}');
    expect(field('Width at middle').value).toBe('82');
  });

  test('has a key of its own for each place and each further reading', () => {
    const keys = [
      readingDraftKey('j', 'p', 'widthTop'),
      readingDraftKey('j', 'p', 'widthTop', 1),
      readingDraftKey('j', 'p', 'widthTop', 2),
      readingDraftKey('j', 'p', 'heightLeft'),
      readingDraftKey('j', 'q', 'widthTop'),
      readingDraftKey('k', 'p', 'widthTop'),
    ];
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys.every((key) => key === key.trim())).toBe(true);
  });
});

describe('readings on the phone', () => {
  const pad = () => within(screen.getByRole('group', { name: 'Number pad' }));
  const press = async (...names: string[]) => {
    for (const name of names) await userEvent.click(pad().getByRole('button', { name }));
  };

  test('the pad types digits and fractions of the tape', async () => {
    const { records } = await renderInJob(<Chosen on="phone" />, {
      records: unread,
      selected: ['p1'],
      unit: 'in',
    });
    await press('3', '2');
    await press('1/4');
    expect(field('Width at top').value).toBe('32 1/4');
    await userEvent.click(screen.getByRole('button', { name: 'Next' }));
    expect(records().pane['p1']?.readings.widthTop).toMatchObject({ mm: 819.15, typed: '32 1/4' });
    expect(field('Width at middle').value).toBe('');
  });

  test('what is no length is said, and one may go back or skip', async () => {
    const { records } = await renderInJob(<Chosen on="phone" />, { records: unread, selected: ['p1'] });
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Back' }).disabled).toBe(true);
    await userEvent.click(screen.getByRole('button', { name: 'Skip' }));
    expect(field('Width at middle')).toBeTruthy();
    await userEvent.type(field('Width at middle'), '9e9x{Enter}');
    expect(screen.getByRole('alert')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Back' }));
    expect(field('Width at top')).toBeTruthy();
    expect(records()).toEqual(unread);
  });
});
