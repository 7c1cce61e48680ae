import type { ReactNode } from 'react';

interface PageProps {
  readonly title: string;
  /** One sentence on what the page shows. */
  readonly lead?: string;
  /** What can be done here, at the right of the head. */
  readonly acts?: ReactNode;
  readonly children: ReactNode;
}

/** A page outside a job: its head, then its content. */
export function Page({ title, lead, acts, children }: PageProps) {
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-4 p-5">
      <div className="flex flex-wrap items-end justify-between gap-x-4 gap-y-3">
        <div>
          <h1 className="text-2xl font-bold">{title}</h1>
          {lead && <p className="text-quiet">{lead}</p>}
        </div>
        {acts && <div className="flex flex-wrap items-end gap-3">{acts}</div>}
      </div>
      {children}
    </div>
  );
}
