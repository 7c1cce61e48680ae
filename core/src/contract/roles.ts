import type { Role } from '../record/index.ts';

interface RoleRules {
  readonly makesJobs: boolean;
  readonly changesRules: boolean;
  readonly changesFilms: boolean;
  readonly changesRack: boolean;
  /** People, the shop's own details, the audit log, export. */
  readonly managesShop: boolean;
}

/** Who may do what beside writing records, which stands with their kinds (`mayWrite`); the server asks this at every write, the interface to hide what would be refused. */
export const RULES_OF_ROLES: Readonly<Record<Role, RoleRules>> = {
  owner: {
    makesJobs: true,
    changesRules: true,
    changesFilms: true,
    changesRack: true,
    managesShop: true,
  },
  installer: {
    makesJobs: true,
    changesRules: false,
    changesFilms: false,
    changesRack: true,
    managesShop: false,
  },
  apprentice: {
    makesJobs: false,
    changesRules: false,
    changesFilms: false,
    changesRack: false,
    managesShop: false,
  },
};
