import { useState } from 'react';
import { BundleIn } from './bundle-in.js';
import { BundleOut } from './bundle-out.js';

/** Prepare › Bundles: carry commands, routines, timers and lists to another channel, or take them in. */
export function BundlesPage() {
  const [dropped, setDropped] = useState(0);
  return (
    <section className="h-full overflow-y-auto bg-plane" aria-labelledby="bundles-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="bundles-title">Bundles</h1>
        <span className="s2 ml-1 text-soft">
          One file that carries what you made here to another channel.
        </span>
      </header>
      <BundleIn
        key={dropped}
        onDone={() => {
          setDropped(dropped + 1);
        }}
      />
      <BundleOut />
    </section>
  );
}
