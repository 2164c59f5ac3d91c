/** Whether the screen is that of a phone. */
import { useSyncExternalStore } from "react";

const phone = matchMedia("screen and (width < 600px)");

export const useNarrow = () =>
  useSyncExternalStore(
    (changed) => {
      phone.addEventListener("change", changed);
      return () => phone.removeEventListener("change", changed);
    },
    () => phone.matches,
  );
