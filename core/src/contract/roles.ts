import type { RecordKind } from '../job/index.ts';
import type { Role } from './account.ts';

interface RoleRules {
  readonly writes: readonly RecordKind[];
  readonly makesJobs: boolean;
  readonly changesRules: boolean;
  readonly changesFilms: boolean;
  readonly changesRack: boolean;
}

/** Who may do what; the server asks this at every write, the interface to hide what would be refused. */
export const RULES_OF_ROLES: Readonly<Record<Role, RoleRules>> = {
  owner: {
    writes: ['job', 'room', 'wall', 'pane', 'fitting', 'plan', 'sold'],
    makesJobs: true,
    changesRules: true,
    changesFilms: true,
    changesRack: true,
  },
  installer: {
    writes: ['job', 'room', 'wall', 'pane', 'fitting', 'plan', 'sold'],
    makesJobs: true,
    changesRules: false,
    changesFilms: false,
    changesRack: true,
  },
  apprentice: {
    writes: ['pane', 'fitting'],
    makesJobs: false,
    changesRules: false,
    changesFilms: false,
    changesRack: false,
  },
};
