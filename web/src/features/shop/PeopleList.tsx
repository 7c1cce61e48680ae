import type { People } from '@neat-sill/core/contract';
import { ROLES, type Role } from '@neat-sill/core/record';
import { Copy, UserPlus } from 'lucide-react';
import { useState, type FormEvent } from 'react';
import {
  fieldProblemOf,
  sentenceOf,
  useChangeRoleMutation,
  useInviteMutation,
  usePeopleQuery,
  useRemovePersonMutation,
  useResetPasswordMutation,
  useSessionQuery,
  useWithdrawInvitationMutation,
} from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { showDay, showMoment } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { SheetEnd } from '../../ui/SheetEnd.tsx';
import { ROLE_LINES, ROLE_NAMES } from '../account/index.ts';

type Person = People['people'][number];
const ROLE_OPTIONS = ROLES.map((role) => [role, ROLE_NAMES[role]] as const);

interface GivenLink {
  readonly title: string;
  readonly token: string;
  readonly expiresAt: string;
}

/** A link is shown once: it stands nowhere else. */
function LinkSheet({ link, onClose }: { link: GivenLink; onClose: () => void }) {
  const [copied, setCopied] = useState(false);
  const address = `${window.location.origin}/welcome#${link.token}`;
  return (
    <Sheet title={link.title} open onClose={onClose}>
      <p>
        Send this link to them alone; it works once, until {showMoment(link.expiresAt)}, and is shown only
        now.
      </p>
      <output className="border border-hairline bg-putty p-3 font-mono text-sm break-all">{address}</output>
      <div className="flex justify-end gap-3">
        <Button onClick={onClose}>Close</Button>
        <Button
          weight="act"
          onClick={() => void navigator.clipboard.writeText(address).then(() => setCopied(true))}
        >
          <Copy size={17} aria-hidden /> {copied ? 'Copied' : 'Copy the link'}
        </Button>
      </div>
    </Sheet>
  );
}

function InviteSheet({ onClose, onLink }: { onClose: () => void; onLink: (link: GivenLink) => void }) {
  const [invite, { error, isLoading }] = useInviteMutation();
  const [name, setName] = useState('');
  const [email, setEmail] = useState('');
  const [role, setRole] = useState<Role>('installer');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const made = await invite({ name, email, role });
    if (made.data) onLink({ title: `Link for ${name}`, ...made.data });
  };
  const [inName, inEmail] = [fieldProblemOf(error, 'name'), fieldProblemOf(error, 'email')];
  return (
    <Sheet title="Invite somebody" open onClose={onClose}>
      <form noValidate className="flex flex-col gap-4" onSubmit={(event) => void submit(event)}>
        <TextField
          label="Name"
          autoFocus
          value={name}
          problem={inName}
          onChange={(e) => setName(e.target.value)}
        />
        <TextField
          label="E-mail address"
          type="email"
          value={email}
          problem={inEmail}
          hint="It is what they sign in with; nothing is sent there"
          onChange={(e) => setEmail(e.target.value)}
        />
        <Choice label="Role" value={role} options={ROLE_OPTIONS} onChoose={setRole} />
        <p className="text-sm text-quiet">
          An {ROLE_NAMES[role]}: {ROLE_LINES[role]}.
        </p>
        <SheetEnd
          act="Make the link"
          busy={isLoading}
          problem={error && !inName && !inEmail ? sentenceOf(error) : null}
          onCancel={onClose}
        />
      </form>
    </Sheet>
  );
}

function RemoveSheet({ person, onClose }: { person: Person; onClose: () => void }) {
  const [remove, { error, isLoading }] = useRemovePersonMutation();
  const act = async (erase: boolean) => {
    const removed = await remove({ id: person.id, body: { erase } });
    if (removed.data) onClose();
  };
  return (
    <Sheet title={person.removed ? `Erase ${person.name}` : `Remove ${person.name}`} open onClose={onClose}>
      <p>
        {person.removed
          ? 'Name and address go out of everything that was written down; what was done stays. This can’t be undone.'
          : `${person.name} is signed out everywhere at once and can’t sign in any more. What ${person.name} did stays with the name on it; to take the name out as well, erase it.`}
      </p>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      <div className="flex flex-wrap justify-end gap-3">
        <Button onClick={onClose}>Cancel</Button>
        <Button weight="danger" disabled={isLoading} onClick={() => void act(true)}>
          {person.removed ? 'Erase the name' : 'Remove and erase the name'}
        </Button>
        {!person.removed && (
          <Button weight="danger" disabled={isLoading} onClick={() => void act(false)}>
            Remove
          </Button>
        )}
      </div>
    </Sheet>
  );
}

function PersonLine({
  person,
  isMe,
  onLink,
  onRemove,
}: {
  person: Person;
  isMe: boolean;
  onLink: (link: GivenLink) => void;
  onRemove: () => void;
}) {
  const [changeRole, roleChange] = useChangeRoleMutation();
  const [resetPassword, reset] = useResetPasswordMutation();
  const error = roleChange.error ?? reset.error;
  const newLink = async () => {
    const made = await resetPassword({ id: person.id, body: {} });
    if (made.data) onLink({ title: `New password for ${person.name}`, ...made.data });
  };
  const seen = person.lastSeenAt ? `last here ${showMoment(person.lastSeenAt)}` : 'signed in nowhere';
  return (
    <li className="border-b border-hairline py-2">
      <div className="grid items-center gap-x-4 gap-y-2 sm:grid-cols-[minmax(0,1fr)_10rem_14rem]">
        <div className="min-w-0">
          <b>{person.name}</b>
          {isMe && ', you'}
          <p className="truncate text-sm text-quiet">
            {person.removed
              ? `${ROLE_NAMES[person.role]}, removed`
              : `${person.email}; ${seen}${person.hasCode ? '; second factor' : ''}`}
          </p>
        </div>
        {person.removed ? (
          <span />
        ) : (
          <select
            aria-label={`Role of ${person.name}`}
            className="min-h-10 rounded-sm border border-hairline bg-sheet px-2"
            value={person.role}
            disabled={roleChange.isLoading}
            onChange={(event) =>
              void changeRole({ id: person.id, body: { role: event.target.value as Role } })
            }
          >
            {ROLE_OPTIONS.map(([role, name]) => (
              <option key={role} value={role}>
                {name}
              </option>
            ))}
          </select>
        )}
        <div className="flex justify-end gap-2 max-sm:justify-start">
          {!person.removed && !isMe && (
            <Button size="low" disabled={reset.isLoading} onClick={() => void newLink()}>
              New password<span className="sr-only"> for {person.name}</span>
            </Button>
          )}
          {!isMe && (
            <Button size="low" onClick={onRemove}>
              {person.removed ? 'Erase' : 'Remove'}
              <span className="sr-only"> {person.name}</span>
            </Button>
          )}
        </div>
      </div>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
    </li>
  );
}

/** Who works in the shop, in which role, and who is invited. */
export function PeopleList() {
  const { data, error } = usePeopleQuery();
  const { data: session } = useSessionQuery();
  const [withdraw, withdrawal] = useWithdrawInvitationMutation();
  const [inviting, setInviting] = useState(false);
  const [removing, setRemoving] = useState<Person | null>(null);
  const [link, setLink] = useState<GivenLink | null>(null);
  const problem = error ?? withdrawal.error;
  const here = data?.people.filter(({ removed }) => !removed) ?? [];
  const gone =
    data?.people.filter(({ removed, email }) => removed && !email.endsWith('@erased.invalid')) ?? [];
  const line = (person: Person) => (
    <PersonLine
      key={person.id}
      person={person}
      isMe={person.id === session?.person?.id}
      onLink={setLink}
      onRemove={() => setRemoving(person)}
    />
  );
  return (
    <section className="flex flex-col gap-3">
      <div className="flex items-center justify-between gap-3">
        <h2 className="text-lg font-bold">People</h2>
        <Button weight="act" onClick={() => setInviting(true)}>
          <UserPlus size={17} aria-hidden /> Invite somebody
        </Button>
      </div>
      {problem && (
        <Note tone="no" role="alert">
          {sentenceOf(problem)}
        </Note>
      )}
      <ul className="border-t border-hairline">{here.map(line)}</ul>
      {data && data.invitations.length > 0 && (
        <>
          <h3 className="font-bold">Invited, not here yet</h3>
          <ul className="border-t border-hairline">
            {data.invitations.map(({ id, name, email, role, expiresAt }) => (
              <li key={id} className="flex items-center justify-between gap-3 border-b border-hairline py-2">
                <span className="min-w-0">
                  <b>{name}</b>, {ROLE_NAMES[role]}
                  <span className="block truncate text-sm text-quiet">
                    {email}; the link works until {showDay(expiresAt)}
                  </span>
                </span>
                <Button size="low" onClick={() => void withdraw(id)}>
                  Withdraw<span className="sr-only"> the invitation of {name}</span>
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
      {gone.length > 0 && (
        <details>
          <summary className="cursor-pointer text-quiet">Were here ({gone.length})</summary>
          <ul>{gone.map(line)}</ul>
        </details>
      )}
      {inviting && (
        <InviteSheet
          onClose={() => setInviting(false)}
          onLink={(made) => {
            setInviting(false);
            setLink(made);
          }}
        />
      )}
      {link && <LinkSheet link={link} onClose={() => setLink(null)} />}
      {removing && <RemoveSheet person={removing} onClose={() => setRemoving(null)} />}
    </section>
  );
}
