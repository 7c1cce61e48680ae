import { createBrowserRouter, Navigate } from 'react-router';
import { SignInPage } from '../features/signIn/SignInPage.tsx';
import { TodayPage } from '../features/today/TodayPage.tsx';
import { NotHere } from './NotHere.tsx';
import { Shell } from './Shell.tsx';

/* What is seen first is loaded at once, the rest when it is gone to; offline all of it is there. */

export const router = createBrowserRouter([
  { path: '/sign-in', element: <SignInPage />, errorElement: <NotHere /> },
  {
    path: '/welcome',
    errorElement: <NotHere />,
    lazy: async () => ({ Component: (await import('../features/account/WelcomePage.tsx')).WelcomePage }),
  },
  {
    path: '/offer',
    errorElement: <NotHere />,
    lazy: async () => ({ Component: (await import('../features/offer/OfferPage.tsx')).OfferPage }),
  },
  {
    path: '/',
    element: <Shell />,
    errorElement: <NotHere />,
    HydrateFallback: () => null,
    children: [
      { index: true, element: <TodayPage /> },
      {
        path: 'jobs',
        lazy: async () => ({ Component: (await import('../features/jobs/JobsPage.tsx')).JobsPage }),
      },
      {
        path: 'jobs/new',
        lazy: async () => ({ Component: (await import('../features/jobs/NewJobPage.tsx')).NewJobPage }),
      },
      { path: 'jobs/:jobId', element: <Navigate to="survey" replace relative="path" /> },
      { path: 'jobs/:jobId/:stage', lazy: () => import('./JobPage.tsx') },
      {
        path: 'days',
        lazy: async () => ({
          Component: (await import('../features/day/several/SeveralJobsPage.tsx')).SeveralJobsPage,
        }),
      },
      {
        path: 'rack',
        lazy: async () => ({ Component: (await import('../features/rack/RackPage.tsx')).RackPage }),
      },
      {
        path: 'films',
        lazy: async () => ({ Component: (await import('../features/films/FilmsPage.tsx')).FilmsPage }),
      },
      {
        path: 'rules',
        lazy: async () => ({ Component: (await import('../features/rules/RulesPage.tsx')).RulesPage }),
      },
      {
        path: 'shop',
        lazy: async () => ({ Component: (await import('../features/shop/ShopPage.tsx')).ShopPage }),
      },
      {
        path: 'account',
        lazy: async () => ({ Component: (await import('../features/account/AccountPage.tsx')).AccountPage }),
      },
      { path: '*', element: <NotHere /> },
    ],
  },
]);
