// For machines without emoji of their own; browsers load a piece of it where one stands.
import '@fontsource/noto-emoji/400.css';
import './styles/index.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { AREAS } from './areas.js';
import { Landing } from './connection/index.js';
import { Fallen, Frame, NoSuchPlace } from './frame/index.js';
import { queryClient, startNews } from './live/index.js';
import { Areas } from './manifest/index.js';
import { lazily, startTheme } from './ui/index.js';

/** Places come when they are first visited; what was shown stays until then. */
const PLACES = AREAS.flatMap(({ places = [] }) => places).map(({ path, load }) => ({
  path,
  Place: lazily(load),
}));

startTheme();
void startNews(AREAS.flatMap(({ news = {} }) => news));
const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <Areas value={AREAS}>
        <BrowserRouter>
          <Fallen>
            <Routes>
              <Route element={<Frame />}>
                <Route path="/" element={<Landing />} />
                <Route path="/prepare" element={<Navigate to="/prepare/commands" replace />} />
                <Route path="/review" element={<Navigate to="/review/activity" replace />} />
                {PLACES.map(({ path, Place }) => (
                  <Route key={path} path={path} element={<Place />} />
                ))}
                <Route path="*" element={<NoSuchPlace />} />
              </Route>
            </Routes>
          </Fallen>
        </BrowserRouter>
      </Areas>
    </QueryClientProvider>
  </StrictMode>,
);
