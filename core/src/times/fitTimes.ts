import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import type { SetAsideReason, TimesDefaults, TimesRecord } from './timesCase.ts';
import { PRIOR_SHARES, logMinutes, timesModel, type TimesModel } from './timesModel.ts';

/** What records have taught: where the parameters are, how sure that is, and which records were not believed. */
export interface FittedTimes {
  readonly model: TimesModel;
  readonly parameters: readonly number[];
  /** The covariance of the parameters (Laplace’s approximation). */
  readonly covariance: Matrix;
  /** The standard deviation of the logarithm of minutes about their middle. */
  readonly scatter: number;
  /** How many records stand behind the scatter, the prior counted. */
  readonly degrees: number;
  readonly believed: readonly TimesRecord[];
  readonly setAside: readonly { readonly id: string; readonly reason: SetAsideReason }[];
}

/** The scatter is held to that of the defaults as by so many records. */
const SCATTER_RECORDS = 8;
/** Before records are seen this share of them is thought wrong, as by so many records. */
const WRONG_SHARE = 0.1;
const WRONG_RECORDS = 20;
/** Wrong minutes lie about anywhere: the standard deviation of their logarithm. */
const WRONG_SPREAD = 1.6;
const ROUNDS = 60;
const FARTHEST_STEP = 0.5;
const CLOSE_ENOUGH = 1e-6;
/** A slip of the decimal point, as a logarithm, and how near to it one has to be. */
const TENFOLD = { log: Math.log(10), within: 0.6 };

const normal = (x: number, deviation: number) => Math.exp((-x * x) / (2 * deviation * deviation)) / deviation;

/** What no pane can have taken, whatever the rates are. */
function plainlyWrong(record: TimesRecord): SetAsideReason | null {
  if (!(record.minutes > 0)) return 'noTime';
  return record.areaM2 > 0 && record.edgeM > 0 ? null : 'noGlass';
}

function whyNotBelieved(residual: number): SetAsideReason {
  if (Math.abs(residual - TENFOLD.log) < TENFOLD.within) return 'tenfold';
  if (Math.abs(residual + TENFOLD.log) < TENFOLD.within) return 'tenth';
  return residual > 0 ? 'ranOn' : 'stoppedAtOnce';
}

/**
 * Fits the model of times to records of which some are wrong: maximum a posteriori by expectation and maximisation over a
 * mixture of right and wrong records (Dempster, Laird and Rubin 1977; Hogg, Bovy and Lang 2010, section 3), each step of
 * the parameters by Gauss and Newton.
 */
export function fitTimes(
  defaults: TimesDefaults,
  records: readonly TimesRecord[],
  otherKinds: readonly string[] = [],
): FittedTimes {
  const wrong = records.flatMap((record) => {
    const reason = plainlyWrong(record);
    return reason ? [{ id: record.id, reason }] : [];
  });
  const wrongIds = new Set(wrong.map(({ id }) => id));
  const usable = records.filter(({ id }) => !wrongIds.has(id));
  const model = timesModel(
    defaults,
    [...usable.map(({ kind }) => kind), ...otherKinds],
    usable.flatMap(({ person }) => person ?? []),
  );
  const count = model.priors.length;
  const scatterBefore = PRIOR_SHARES.scatter * defaults.spread;
  let parameters: number[] = model.priors.map(() => 0);
  let [scatter, wrongShare] = [usable.length > 0 ? 1.5 * defaults.spread : scatterBefore, WRONG_SHARE];
  let [believedCount, degrees] = [0, SCATTER_RECORDS];
  let precision = Matrix.diag(model.priors.map((prior) => prior ** -2));
  let right: number[] = usable.map(() => 1);
  const look = () =>
    usable.map((record) => {
      const { log, gradient } = logMinutes(model, record, parameters);
      return { residual: Math.log(record.minutes) - log, gradient };
    });
  for (let round = 0; round < ROUNDS && usable.length > 0; round += 1) {
    const seen = look();
    right = seen.map(({ residual }) => {
      const good = (1 - wrongShare) * normal(residual, scatter);
      return good / (good + wrongShare * normal(residual, WRONG_SPREAD));
    });
    believedCount = right.reduce((sum, each) => sum + each, 0);
    wrongShare =
      (WRONG_SHARE * WRONG_RECORDS + usable.length - believedCount) / (WRONG_RECORDS + usable.length);
    precision = Matrix.diag(model.priors.map((prior) => prior ** -2));
    const slope = parameters.map((each, at) => -each / (model.priors[at] ?? 1) ** 2);
    seen.forEach(({ residual, gradient }, number) => {
      const weight = (right[number] ?? 0) / (scatter * scatter);
      for (const [at, one] of gradient) {
        slope[at] = (slope[at] ?? 0) + weight * one * residual;
        for (const [other, two] of gradient) {
          if (other < at) continue;
          const sum = precision.get(at, other) + weight * one * two;
          precision.set(at, other, sum);
          precision.set(other, at, sum);
        }
      }
    });
    const step = new CholeskyDecomposition(precision).solve(Matrix.columnVector(slope)).to1DArray();
    parameters = parameters.map(
      (each, at) => each + Math.max(-FARTHEST_STEP, Math.min(FARTHEST_STEP, step[at] ?? 0)),
    );
    const covariance = new CholeskyDecomposition(precision).solve(Matrix.eye(count));
    // How many parameters the records decide rather than the prior.
    const decided = model.priors.reduce(
      (sum, prior, at) => sum + 1 - Math.min(1, covariance.get(at, at) / prior ** 2),
      0,
    );
    const squares = look().reduce((sum, { residual }, at) => sum + (right[at] ?? 0) * residual ** 2, 0);
    degrees = SCATTER_RECORDS + Math.max(0, believedCount - decided);
    const next = Math.sqrt((SCATTER_RECORDS * scatterBefore ** 2 + squares) / degrees);
    const moved = Math.max(Math.abs(next - scatter), ...step.map(Math.abs));
    scatter = next;
    if (moved < CLOSE_ENOUGH) break;
  }
  const residuals = look();
  const notBelieved = usable.flatMap(({ id }, at) =>
    (right[at] ?? 1) < 0.5 ? [{ id, reason: whyNotBelieved(residuals[at]?.residual ?? 0) }] : [],
  );
  const out = new Set([...wrong, ...notBelieved].map(({ id }) => id));
  return {
    model,
    parameters,
    covariance: new CholeskyDecomposition(precision).solve(Matrix.eye(count)),
    scatter: usable.length > 0 ? scatter : scatterBefore,
    degrees,
    believed: records.filter(({ id }) => !out.has(id)),
    setAside: records.flatMap(({ id }) => [...wrong, ...notBelieved].filter((each) => each.id === id)),
  };
}
