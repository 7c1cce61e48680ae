import type { RecordKind } from '../job/index.ts';
import type { Role } from './account.ts';

interface RoleRules {
  readonly writes: readonly RecordKind[];
  readonly makesJobs: boolean;
  readonly changesRules: boolean;
}

/** Who may do what; the server asks this at every write, the interface to hide what would be refused. */
export const RULES_OF_ROLES: Readonly<Record<Role, RoleRules>> = {
  owner: { writes: ['job', 'room', 'wall', 'pane', 'fitting', 'plan'], makesJobs: true, changesRules: true },
  installer: {
    writes: ['job', 'room', 'wall', 'pane', 'fitting', 'plan'],
    makesJobs: true,
    changesRules: false,
  },
  apprentice: { writes: ['pane', 'fitting'], makesJobs: false, changesRules: false },
};
