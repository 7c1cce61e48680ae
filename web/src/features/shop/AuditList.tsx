import type { AuditKind } from '@neat-sill/core/contract';
import { useState } from 'react';
import { sentenceOf, useAuditLogQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { showMoment } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';

const WORDS: Readonly<Record<AuditKind, string>> = {
  'signed-in': 'signed in',
  'sign-in-failed': 'a failed try to sign in',
  'signed-out-everywhere': 'signed out everywhere else',
  'password-changed': 'changed the password',
  'code-on': 'set up a second factor',
  'code-off': 'switched the second factor off',
  invited: 'invited somebody',
  'invitation-withdrawn': 'withdrew an invitation',
  joined: 'joined the shop',
  'role-changed': 'changed a role',
  removed: 'removed somebody',
  erased: 'erased a name',
  'reset-link': 'made a link for a new password',
  'shop-made': 'began the shop',
  'shop-changed': 'changed the shop’s data',
  'rules-changed': 'changed house rules',
  'films-changed': 'changed films',
  'rack-changed': 'changed the rack',
  'job-deleted': 'deleted a job',
  exported: 'took the shop’s data out',
  refused: 'was refused',
};

/** What was done about accounts and the shop's data, latest first, a page at a time. */
export function AuditList() {
  const [pages, setPages] = useState<readonly number[]>([0]);
  const before = pages.at(-1) ?? 0;
  const { data, error, isFetching } = useAuditLogQuery(before);
  return (
    <section className="flex flex-col gap-3">
      <div>
        <h2 className="text-lg font-bold">Audit log</h2>
        <p className="text-quiet">
          Sign-ins, people, roles, house rules, films, the rack, and what somebody was refused. Nobody can
          change it.
        </p>
      </div>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      <DataTable
        label="Audit log"
        maxHeight="max-h-[62vh]"
        keyOf={({ number }) => String(number)}
        items={data?.entries ?? []}
        columns={[
          { key: 'at', title: 'When', cell: ({ at }) => showMoment(at), className: 'whitespace-nowrap' },
          { key: 'who', title: 'Who', names: 'strong', cell: ({ person }) => person ?? 'The operator' },
          { key: 'what', title: 'What', cell: ({ kind }) => WORDS[kind] },
          { key: 'about', title: 'About', cell: ({ about }) => about, className: 'break-words' },
          { key: 'place', title: 'From', cell: ({ place }) => place },
        ]}
      />
      <div className="flex gap-3">
        {pages.length > 1 && (
          <Button size="low" onClick={() => setPages(pages.slice(0, -1))}>
            Newer
          </Button>
        )}
        {data?.next !== null && data && (
          <Button size="low" disabled={isFetching} onClick={() => setPages([...pages, data.next ?? 0])}>
            Older
          </Button>
        )}
      </div>
    </section>
  );
}
