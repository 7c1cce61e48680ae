/** @jest-environment <rootDir>/jest-env-dom.js */
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { useState } from 'react';
import { LengthField, type TypedLength } from './LengthField.tsx';
import { useLengthDraft } from './useLengthDraft.ts';

afterEach(() => {
  cleanup();
  sessionStorage.clear();
});

interface Props {
  readonly start?: number | null;
  readonly unit?: 'mm' | 'in';
  readonly expects?: 'any' | 'glass';
  readonly mayBeEmpty?: boolean;
  readonly refuse?: (mm: number) => string | null;
  readonly onEnter?: () => void;
  readonly taken?: (length: TypedLength | null) => void;
}

/** A field over a value that it takes, as a page has it. */
function Page({ start = null, unit = 'mm', mayBeEmpty = false, taken, ...props }: Props) {
  const [valueMm, setValueMm] = useState<number | null>(start);
  const of = { label: 'Width', unit, draftKey: 'job pane width', valueMm, ...props };
  const take = (length: TypedLength | null) => {
    taken?.(length);
    setValueMm(length?.mm ?? null);
  };
  return mayBeEmpty ? (
    <LengthField {...of} mayBeEmpty onTake={take} />
  ) : (
    <LengthField {...of} onTake={take} />
  );
}
const field = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Width' });

describe('a length', () => {
  test.each<[string, 'mm' | 'in', string, number, string]>([
    ['millimetres', 'mm', '819', 819, '= 819 mm'],
    ['centimetres', 'mm', '81.9 cm', 819, '= 819 mm'],
    ['inches with a fraction', 'in', '32 1/4', 819.15, '= 32 1/4 in'],
  ])('typed in %s is read back while one types, and taken by Enter', async (_name, unit, typed, mm, hint) => {
    const taken: (TypedLength | null)[] = [];
    let entered = 0;
    render(<Page unit={unit} taken={(length) => taken.push(length)} onEnter={() => (entered += 1)} />);
    await userEvent.type(field(), typed);
    expect(screen.getByText((text) => text.startsWith(hint))).toBeTruthy();
    expect(taken).toEqual([]);
    await userEvent.keyboard('{Enter}');
    expect(taken).toEqual([{ mm: expect.closeTo(mm, 6), typed }]);
    expect(entered).toBe(1);
  });

  test('that is none says why at Enter, stays, and does not go on', async () => {
    const taken: unknown[] = [];
    let entered = 0;
    render(<Page taken={(length) => taken.push(length)} onEnter={() => (entered += 1)} />);
    await userEvent.type(field(), '8o1');
    expect(screen.queryByRole('alert')).toBeNull();
    await userEvent.keyboard('{Enter}');
    expect(screen.getByRole('alert').textContent).toMatch(/letter where a digit belongs/);
    expect(field().getAttribute('aria-invalid')).toBe('true');
    expect([taken, entered, field().value]).toEqual([[], 0, '8o1']);
    await userEvent.type(field(), '{Backspace}');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('is taken when the field is left, once', async () => {
    const taken: unknown[] = [];
    render(<Page taken={(length) => taken.push(length)} />);
    await userEvent.type(field(), '700');
    await userEvent.tab();
    await userEvent.click(field());
    await userEvent.tab();
    expect(taken).toEqual([{ mm: 700, typed: '700' }]);
    expect(field().value).toBe('700');
  });

  test('that was emptied is no length any more, where that is allowed', async () => {
    const taken: unknown[] = [];
    const { unmount } = render(<Page start={700} mayBeEmpty taken={(length) => taken.push(length)} />);
    await userEvent.clear(field());
    await userEvent.keyboard('{Enter}');
    expect(taken).toEqual([null]);
    unmount();
    render(<Page start={700} taken={(length) => taken.push(length)} />);
    await userEvent.clear(field());
    await userEvent.keyboard('{Enter}');
    expect(taken).toEqual([null]);
    expect(screen.getByRole('alert').textContent).toMatch(/Type a length/);
  });

  test('Escape brings back what stood there', async () => {
    render(<Page start={700} />);
    await userEvent.clear(field());
    await userEvent.type(field(), '99{Escape}');
    expect(field().value).toBe('700');
    expect(sessionStorage.length).toBe(0);
  });

  test('that is understood but can’t be here is refused with the reason', async () => {
    const taken: unknown[] = [];
    const refuse = (mm: number) => (mm > 900 ? 'A bench is 900 mm at the most.' : null);
    render(<Page refuse={refuse} taken={(length) => taken.push(length)} />);
    await userEvent.type(field(), '950{Enter}');
    expect(screen.getByRole('alert').textContent).toBe('A bench is 900 mm at the most.');
    expect(taken).toEqual([]);
  });

  test('of a gap may be nothing, of a pane of glass it may not', async () => {
    const taken: (TypedLength | null)[] = [];
    const { unmount } = render(<Page expects="any" taken={(length) => taken.push(length)} />);
    await userEvent.type(field(), '0{Enter}');
    expect(taken).toEqual([{ mm: 0, typed: '0' }]);
    unmount();
    render(<Page taken={(length) => taken.push(length)} />);
    await userEvent.type(field(), '0{Enter}');
    expect(taken).toHaveLength(1);
    expect(screen.getByRole('alert')).toBeTruthy();
  });
});

describe('what is half typed', () => {
  test('is still there when the field comes again, as after a reload', async () => {
    const { unmount } = render(<Page />);
    await userEvent.type(field(), '81');
    unmount();
    sessionStorage.setItem('draft job pane width', '81');
    render(<Page />);
    expect(field().value).toBe('81');
  });

  test('is the same in two fields of one key, and gone from both once it is taken', async () => {
    function Other({ draftKey }: { draftKey: string }) {
      const [draft, keep] = useLengthDraft(draftKey);
      return (
        <button type="button" onClick={() => keep(null)}>
          {draft ?? 'nothing'}
        </button>
      );
    }
    sessionStorage.setItem('draft job pane width', '81');
    const { rerender } = render(<Other draftKey="job pane width" />);
    expect(screen.getByRole('button').textContent).toBe('81');
    rerender(<Other draftKey="job pane height" />);
    expect(screen.getByRole('button').textContent).toBe('nothing');
    rerender(<Other draftKey="job pane width" />);
    await userEvent.click(screen.getByRole('button'));
    expect(sessionStorage.getItem('draft job pane width')).toBeNull();
  });
});
