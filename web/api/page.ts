const LEFT = 'mercato.page';

/** What this tab was before it was loaded anew; a second tab finds nothing, and is a hand of its own. */
function claimed(): string {
  try {
    const left = sessionStorage.getItem(LEFT);
    sessionStorage.removeItem(LEFT);
    return left ?? crypto.randomUUID();
  } catch {
    return crypto.randomUUID();
  }
}

/** This page of the browser: one hand at the bench, and what the live stream knows its writes by. */
export const PAGE = claimed();

if (typeof window !== 'undefined') {
  window.addEventListener('pagehide', () => {
    try {
      sessionStorage.setItem(LEFT, PAGE);
    } catch {
      // Loaded anew, it is another hand.
    }
  });
  // Back from the browser's memory, it is the same page as before.
  window.addEventListener('pageshow', () => {
    try {
      sessionStorage.removeItem(LEFT);
    } catch {
      // Nothing was kept.
    }
  });
}
