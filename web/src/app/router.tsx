import { createBrowserRouter, Navigate, useParams } from 'react-router';
import { FilmsPage } from '../features/films/FilmsPage.tsx';
import { JobFrame } from '../features/stages/index.ts';
import { JobsPage } from '../features/jobs/JobsPage.tsx';
import { NewJobPage } from '../features/jobs/NewJobPage.tsx';
import { RackPage } from '../features/rack/RackPage.tsx';
import { RulesPage } from '../features/rules/RulesPage.tsx';
import { ShopPage } from '../features/shop/ShopPage.tsx';
import { AccountPage } from '../features/account/AccountPage.tsx';
import { WelcomePage } from '../features/account/WelcomePage.tsx';
import { SignInPage } from '../features/signIn/SignInPage.tsx';
import { TodayPage } from '../features/today/TodayPage.tsx';
import { NotHere } from './NotHere.tsx';
import { Shell } from './Shell.tsx';
import { STAGE_MODULES } from './stages.ts';

function OpenedJob() {
  const { jobId } = useParams();
  return <JobFrame key={jobId} stages={STAGE_MODULES} />;
}

export const router = createBrowserRouter([
  { path: '/sign-in', element: <SignInPage />, errorElement: <NotHere /> },
  { path: '/welcome', element: <WelcomePage />, errorElement: <NotHere /> },
  {
    path: '/',
    element: <Shell />,
    errorElement: <NotHere />,
    children: [
      { index: true, element: <TodayPage /> },
      { path: 'jobs', element: <JobsPage /> },
      { path: 'jobs/new', element: <NewJobPage /> },
      { path: 'jobs/:jobId', element: <Navigate to="survey" replace relative="path" /> },
      { path: 'jobs/:jobId/:stage', element: <OpenedJob /> },
      { path: 'rack', element: <RackPage /> },
      { path: 'films', element: <FilmsPage /> },
      { path: 'rules', element: <RulesPage /> },
      { path: 'shop', element: <ShopPage /> },
      { path: 'account', element: <AccountPage /> },
      { path: '*', element: <NotHere /> },
    ],
  },
]);
