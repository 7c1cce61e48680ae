import { createBrowserRouter, Navigate, useParams } from 'react-router';
import { CutsBench } from '../features/cuts/CutsBench.tsx';
import { DayBench } from '../features/day/DayBench.tsx';
import { FilmBench } from '../features/film/FilmBench.tsx';
import { FilmsPage } from '../features/films/FilmsPage.tsx';
import { FittingBench } from '../features/fitting/FittingBench.tsx';
import { HandoverBench } from '../features/handover/HandoverBench.tsx';
import { JobFrame } from '../features/job/index.ts';
import { JobsPage } from '../features/jobs/JobsPage.tsx';
import { NewJobPage } from '../features/jobs/NewJobPage.tsx';
import { PriceBench } from '../features/price/PriceBench.tsx';
import { RackPage } from '../features/rack/RackPage.tsx';
import { RulesPage } from '../features/rules/RulesPage.tsx';
import { SignInPage } from '../features/signIn/SignInPage.tsx';
import { SurveyBench } from '../features/survey/SurveyBench.tsx';
import { TodayPage } from '../features/today/TodayPage.tsx';
import { NotHere } from './NotHere.tsx';
import { Shell } from './Shell.tsx';

const benches = {
  survey: <SurveyBench />,
  film: <FilmBench />,
  cuts: <CutsBench />,
  price: <PriceBench />,
  day: <DayBench />,
  fitting: <FittingBench />,
  handover: <HandoverBench />,
};

function OpenedJob() {
  const { jobId } = useParams();
  return <JobFrame key={jobId} benches={benches} phoneFirst={['fitting']} />;
}

export const router = createBrowserRouter([
  { path: '/sign-in', element: <SignInPage />, errorElement: <NotHere /> },
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
      { path: '*', element: <NotHere /> },
    ],
  },
]);
