export { backUp, backUpNightly, restore } from './backup.ts';
export { OperatorProblem } from './operatorProblem.ts';
export {
  TABLES_OF_A_SHOP,
  addShop,
  firstVisit,
  inviteOwner,
  listShops,
  removeShop,
  resetPassword,
  setQuotas,
} from './operating.ts';
