/** A search that takes long: begun, looked at meanwhile, and stopped where what there is is enough. */
import { useEffect, useRef, useState } from "react";

import { client } from "../api/client";
import { newKey } from "../api/key";

type Search = { done: number; of: number; best: string | undefined };

/** A search that takes long: what it is asked is given its key, by which it is looked at and stopped meanwhile. */
export function useSearch<T>(ask: (key: string) => Promise<T>, found: (answer: T) => void) {
  const [key, setKey] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const search = useHowFar(key);
  const begin = async () => {
    const mine = newKey();
    setKey(mine);
    setProblem(undefined);
    try {
      found(await ask(mine));
    } catch (error) {
      setProblem((error as Error).message);
    }
    setKey(undefined);
  };
  const stop = () => key && void client.DELETE("/api/long-work/{key}", { params: { path: { key } } });
  return { begin, stop, problem, searching: key !== undefined, ...search };
}

function useHowFar(key: string | undefined): Search {
  const [far, setFar] = useState<Search>({ done: 0, of: 0, best: undefined });
  const last = useRef(key);
  useEffect(() => {
    last.current = key;
    if (key === undefined) return;
    const look = async () => {
      const { data } = await client.GET("/api/long-work/{key}", { params: { path: { key } } });
      if (last.current === key && data)
        setFar({ done: data.done, of: data.of, best: data.best ?? undefined });
    };
    const timer = setInterval(() => void look(), 300);
    return () => {
      clearInterval(timer);
      setFar({ done: 0, of: 0, best: undefined });
    };
  }, [key]);
  return far;
}
