import './styles/index.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { OnAirPage } from './air/index.js';
import { BundlesPage } from './bundles/index.js';
import { CommandsPage } from './commands/index.js';
import { CountersPage } from './counters/index.js';
import { Fallen, Frame, NoSuchPlace } from './frame/index.js';
import { ListsPage } from './lists/index.js';
import { queryClient, startNews } from './live/index.js';
import { OutputsPage } from './outputs/index.js';
import { RoutinesPage } from './routines/index.js';
import { TimersPage } from './timers/index.js';
import { RunsPage } from './runs/index.js';
import { startTheme } from './ui/index.js';
import { ViewerPage, ViewersPage } from './viewers/index.js';

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <Fallen />,
    children: [
      { path: '/', element: <Navigate to="/prepare/commands" replace /> },
      { path: '/prepare', element: <Navigate to="/prepare/commands" replace /> },
      { path: '/prepare/commands/:id?', element: <CommandsPage /> },
      { path: '/prepare/counters', element: <CountersPage /> },
      { path: '/prepare/routines/:id?', element: <RoutinesPage /> },
      { path: '/prepare/timers/:id?', element: <TimersPage /> },
      { path: '/prepare/lists/:id?', element: <ListsPage /> },
      { path: '/prepare/outputs', element: <OutputsPage /> },
      { path: '/prepare/bundles', element: <BundlesPage /> },
      { path: '/air', element: <OnAirPage /> },
      { path: '/review', element: <Navigate to="/review/activity" replace /> },
      { path: '/review/activity', element: <RunsPage /> },
      { path: '/review/viewers', element: <ViewersPage /> },
      { path: '/review/viewers/:id', element: <ViewerPage /> },
      { path: '*', element: <NoSuchPlace /> },
    ],
  },
]);

startTheme();
startNews();
const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
