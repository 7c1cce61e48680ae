export { lengthMmField, momentField, nameField, placeMmField } from './fields.ts';
export {
  ROLES,
  WRITTEN_BY_ALL,
  WRITTEN_BY_CREW_LEADERS,
  recordIdSchema,
  recordKind,
  type RecordKindRules,
  type RecordParent,
  type Role,
} from './recordKind.ts';
export {
  addRecord,
  inOrder,
  patchRecord,
  recordAt,
  sameData,
  withRecord,
  type ChangeOf,
  type ChangeOfKind,
  type DataOf,
  type RecordsOf,
} from './records.ts';
export { readStored } from './stored.ts';
