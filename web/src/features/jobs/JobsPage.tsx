import { RULES_OF_ROLES } from '@neat-sill/core/contract';
import { Plus } from 'lucide-react';
import { Link } from 'react-router';
import { sentenceOf, useJobsQuery, useSessionQuery } from '../../api/api.ts';
import { buttonLook } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { Page } from '../../ui/Page.tsx';
import { ImportJob } from './ImportJob.tsx';
import { JobRow } from './JobRow.tsx';

export function JobsPage() {
  const { data: jobs, error } = useJobsQuery();
  const { data: session } = useSessionQuery();
  const mayMake = session?.person ? RULES_OF_ROLES[session.person.role].makesJobs : false;
  return (
    <Page
      title="Jobs"
      acts={
        mayMake && (
          <>
            <ImportJob />
            <Link to="/jobs/new" className={buttonLook('act')}>
              <Plus size={18} aria-hidden /> Make a job
            </Link>
          </>
        )
      }
    >
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {jobs?.length === 0 && (
        <p className="text-quiet">No job yet. Make the first one: its customer, its town, then its walls.</p>
      )}
      <ul className="border-t border-hairline">
        {jobs?.map((job) => (
          <JobRow key={job.id} job={job} />
        ))}
      </ul>
    </Page>
  );
}
