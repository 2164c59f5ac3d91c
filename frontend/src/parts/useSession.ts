import { useQuery } from "@tanstack/react-query";

import { answered, client, writeWith } from "../api/client";

/** Whether one has to sign in at this address, and who has. */
export function useSession() {
  return useQuery({
    queryKey: ["session"],
    queryFn: async () => {
      const found = await answered(client.GET("/api/session"));
      writeWith(found.token ?? undefined);
      return found;
    },
    staleTime: Infinity,
  });
}
