/** What was done, said in a line at the bottom for a while, with a way back: instead of "Are you sure?". */
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useMemo,
  useRef,
  useState,
} from "react";
import { View } from "react-native";
import { Snackbar } from "react-native-paper";

export interface Toast {
  /** "Removed “Shaping” and its 3 lessons." */
  says: string;
  /** Takes it back. */
  onUndo?(): void;
}

/** Says something at the bottom, in place of what was said there before; null: what was said holds no more. */
type Say = (toast: Toast | null) => void;

const Saying = createContext<Say>(() => undefined);

export const useToast = () => useContext(Saying);

/** Long enough to be read and reached by keyboard. */
const TIME = 8000;

export function Toasts({ children }: { children: ReactNode }) {
  const [shown, setShown] = useState<(Toast & { number: number }) | null>(null);
  const count = useRef(0);
  const say = useCallback((toast: Toast | null) => {
    count.current += 1;
    setShown(toast && { ...toast, number: count.current });
  }, []);
  const away = useCallback(() => setShown(null), []);
  const action = useMemo(
    () =>
      shown?.onUndo && {
        label: "Undo",
        onPress: shown.onUndo,
      },
    [shown],
  );
  return (
    <Saying.Provider value={say}>
      {children}
      <View role="status" style={{ position: "absolute", left: 0, right: 0, bottom: 64 }}>
        {shown ? (
          <Snackbar
            key={shown.number}
            visible
            duration={TIME}
            onDismiss={away}
            {...(action && { action })}
            style={{ alignSelf: "center", maxWidth: 560, borderRadius: 10 }}
          >
            {shown.says}
          </Snackbar>
        ) : null}
      </View>
    </Saying.Provider>
  );
}
