export {
  OperatorProblem,
  TABLES_OF_A_SHOP,
  addShop,
  firstVisit,
  inviteOwner,
  listShops,
  removeShop,
  resetPassword,
} from './operating.ts';
