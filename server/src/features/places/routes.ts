import { operations } from '@neat-sill/core/contract';
import { Router } from 'express';
import { signedInRoute } from '../../http/route.ts';
import { nearestTown, townsLike } from './towns.ts';

/** Towns by name and by position: what a site's place and time zone are found by. */
export function placeRoutes(): Router {
  const router = Router();
  signedInRoute(router, operations.townsLike, ({ params }) => Promise.resolve(townsLike(params.typed)));
  signedInRoute(router, operations.nearestTown, ({ params }) =>
    Promise.resolve(nearestTown(params.latitude, params.longitude)),
  );
  return router;
}
