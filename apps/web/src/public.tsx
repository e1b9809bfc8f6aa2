import { createRoot } from 'react-dom/client';
import './styles/bare.css';

/** What viewers may open without signing in; for now a sign that it reaches Gully. */
function PublicPage() {
  return (
    <main className="bare">
      <h1>Gully</h1>
      <p>There is nothing public here yet.</p>
    </main>
  );
}

const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
createRoot(root).render(<PublicPage />);
