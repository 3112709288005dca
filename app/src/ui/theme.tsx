/** Light and dark, as the reader's system has it: our palette, and Paper's roles made of it. */
import { createContext, type ReactNode, useContext, useMemo } from "react";
import { useColorScheme, View } from "react-native";
import { configureFonts, PaperProvider } from "react-native-paper";
import { MD3DarkTheme, MD3LightTheme } from "react-native-paper/lib/module/styles/themes";
import { TEXT, TEXT_BOLD } from "./fonts";
import { PaperIcon } from "./icon";
import { useLessMotion } from "./less-motion";
import { dark, light, type Palette } from "./palette";

const PaletteContext = createContext<Palette>(light);

export function usePalette(): Palette {
  return useContext(PaletteContext);
}

const StillContext = createContext(false);

/** Whether nothing shall move: the reader's system asks for less motion. Known from the first drawing on. */
export function useStill(): boolean {
  return useContext(StillContext);
}

function paperTheme(palette: Palette) {
  const base = palette.dark ? MD3DarkTheme : MD3LightTheme;
  return {
    ...base,
    roundness: 2,
    fonts: {
      ...configureFonts({ config: { fontFamily: TEXT } }),
      labelLarge: { ...base.fonts.labelLarge, fontFamily: TEXT_BOLD, fontSize: 15 },
    },
    colors: {
      ...base.colors,
      primary: palette.dusk,
      onPrimary: palette.paper,
      primaryContainer: palette.lilac,
      onPrimaryContainer: palette.ink,
      secondaryContainer: palette.lilac,
      onSecondaryContainer: palette.ink,
      background: palette.paper,
      onBackground: palette.ink,
      surface: palette.surface,
      onSurface: palette.ink,
      surfaceVariant: palette.lilac,
      onSurfaceVariant: palette.quiet,
      outline: palette.quiet,
      outlineVariant: palette.line,
      surfaceDisabled: palette.lilac,
      onSurfaceDisabled: palette.quiet,
      inverseSurface: palette.frame,
      inverseOnSurface: palette.onFrame,
      inversePrimary: palette.frameMark,
      backdrop: palette.dark ? "rgba(0, 0, 0, 0.5)" : "rgba(34, 29, 61, 0.28)",
      error: palette.ember,
      onError: palette.onEmber,
      elevation: {
        ...base.colors.elevation,
        level2: palette.surface,
        level3: palette.surface,
      },
    },
  };
}

export function ThemeProvider({ children }: { children: ReactNode }) {
  const palette = useColorScheme() === "dark" ? dark : light;
  return (
    <Within palette={palette}>
      <View style={{ flex: 1, backgroundColor: palette.paper }}>{children}</View>
    </Within>
  );
}

/** A piece of a page in light or in dark, whatever the page is in. */
export function Themed({ dark: isDark, children }: { dark: boolean; children: ReactNode }) {
  const palette = isDark ? dark : light;
  return (
    <Within palette={palette}>
      <View
        style={{
          padding: 16,
          borderRadius: 12,
          backgroundColor: palette.paper,
        }}
      >
        {children}
      </View>
    </Within>
  );
}

function Within({ palette, children }: { palette: Palette; children: ReactNode }) {
  const lessMotion = useLessMotion();
  const theme = useMemo(() => paperTheme(palette), [palette]);
  return (
    <PaletteContext.Provider value={palette}>
      <StillContext.Provider value={lessMotion}>
        <PaperProvider theme={theme} settings={{ icon: PaperIcon, rippleEffectEnabled: false }}>
          {children}
        </PaperProvider>
      </StillContext.Provider>
    </PaletteContext.Provider>
  );
}
