// For machines without emoji of their own; browsers load a piece of it where one stands.
import '@fontsource/noto-emoji/400.css';
import './styles/index.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { AREAS } from './areas.js';
import { Fallen, Frame, NoSuchPlace } from './frame/index.js';
import { queryClient, startNews } from './live/index.js';
import { Areas } from './manifest/index.js';
import { startTheme } from './ui/index.js';

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <Fallen />,
    HydrateFallback: () => null,
    children: [
      { path: '/', element: <Navigate to="/prepare/commands" replace /> },
      { path: '/prepare', element: <Navigate to="/prepare/commands" replace /> },
      { path: '/review', element: <Navigate to="/review/activity" replace /> },
      ...AREAS.flatMap(({ places = [] }) => places).map(({ path, load }) => ({
        path,
        lazy: async () => ({ Component: await load() }),
      })),
      { path: '*', element: <NoSuchPlace /> },
    ],
  },
]);

startTheme();
void startNews(AREAS.flatMap(({ news = {} }) => news));
const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <Areas value={AREAS}>
        <RouterProvider router={router} />
      </Areas>
    </QueryClientProvider>
  </StrictMode>,
);
