import { createRoot } from 'react-dom/client';
import './styles/bare.css';

/** What streaming software shows on the stream; for now a sign that it reaches Gully. */
function Overlay() {
  return <p className="bare">Gully can be seen here.</p>;
}

const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
createRoot(root).render(<Overlay />);
