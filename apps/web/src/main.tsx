import './styles/index.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, type ComponentType } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate, RouterProvider, type RouteObject } from 'react-router';
import { Fallen, Frame, NoSuchPlace } from './frame/index.js';
import { queryClient, startNews } from './live/index.js';
import { startTheme } from './ui/index.js';

/** A place whose code comes when it is first visited. */
function at<K extends string>(
  path: string,
  name: K,
  load: () => Promise<Readonly<Record<K, ComponentType>>>,
): RouteObject {
  return { path, lazy: async () => ({ Component: (await load())[name] }) };
}

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <Fallen />,
    HydrateFallback: () => null,
    children: [
      { path: '/', element: <Navigate to="/prepare/commands" replace /> },
      { path: '/prepare', element: <Navigate to="/prepare/commands" replace /> },
      at('/prepare/commands/:id?', 'CommandsPage', () => import('./commands/commands-page.js')),
      at('/prepare/counters', 'CountersPage', () => import('./counters/counters-page.js')),
      at('/prepare/routines/:id?', 'RoutinesPage', () => import('./routines/routines-page.js')),
      at('/prepare/timers/:id?', 'TimersPage', () => import('./timers/timers-page.js')),
      at('/prepare/lists/:id?', 'ListsPage', () => import('./lists/lists-page.js')),
      at('/prepare/outputs', 'OutputsPage', () => import('./outputs/outputs-page.js')),
      at('/prepare/bundles', 'BundlesPage', () => import('./bundles/bundles-page.js')),
      at('/air', 'OnAirPage', () => import('./air/on-air-page.js')),
      { path: '/review', element: <Navigate to="/review/activity" replace /> },
      at('/review/activity', 'RunsPage', () => import('./runs/runs-page.js')),
      at('/review/viewers', 'ViewersPage', () => import('./viewers/viewers-page.js')),
      at('/review/viewers/:id', 'ViewerPage', () => import('./viewers/viewer-page.js')),
      { path: '*', element: <NoSuchPlace /> },
    ],
  },
]);

startTheme();
void startNews();
const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
