"use client";

/** Shows a screen anew after a fault: what React kept of it is let go, and the page is asked for again. */
export const TryAgain = ({ reset }: { reset: () => void }) => (
  <button
    type="button"
    className="do"
    onClick={() => {
      reset();
      location.reload();
    }}
  >
    Try again
  </button>
);
