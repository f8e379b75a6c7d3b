package plate_test

import (
	"encoding/json"
	"os"
	"testing"
	"time"
	"unicode/utf8"

	"github.com/stretchr/testify/require"

	"graybridge/core/plate"
)

// Lines as owners type them, each with what must be read of it.
func TestPlateLinesAreReadAsTyped(t *testing.T) {
	text, err := os.ReadFile("testdata/plate-lines.json")
	require.NoError(t, err)
	var file struct{ Lines []map[string]any }
	require.NoError(t, json.Unmarshal(text, &file))
	require.Len(t, file.Lines, 26)
	for _, want := range file.Lines {
		read, err := json.Marshal(plate.ReadLine(want["typed"].(string)))
		require.NoError(t, err)
		var got map[string]any
		require.NoError(t, json.Unmarshal(read, &got))
		for key, value := range want {
			requireSame(t, value, got[key], key+" of "+want["typed"].(string))
		}
	}
}

// requireSame compares what was read, figures to a thousandth.
func requireSame(t *testing.T, want, got any, where string) {
	t.Helper()
	switch w := want.(type) {
	case float64:
		require.InEpsilon(t, w, got, 1e-3, where)
	case []any:
		g, ok := got.([]any)
		require.True(t, ok && len(g) == len(w), "%s: want %v, got %v", where, want, got)
		for i := range w {
			requireSame(t, w[i], g[i], where)
		}
	case map[string]any:
		g, ok := got.(map[string]any)
		require.True(t, ok && len(g) == len(w), "%s: want %v, got %v", where, want, got)
		for k := range w {
			requireSame(t, w[k], g[k], where+"."+k)
		}
	default:
		require.Equal(t, want, got, where)
	}
}

// Further lines in both orders of figure and unit.
func TestMorePlateLines(t *testing.T) {
	for typed, want := range map[string]string{
		"2,2 kW; 230/400 V; 8,5/4,9 A; 1430 min-1; 50 Hz; cosφ 0,81; IP " +
			"55": `{"power":"2.2 kW","volts":"230/400","amps":"8.5/4.9","rpm":"1430","hertz":"50","power_factor":"0.81","enclosure":"IP55","phases":"3"}`,
		"HP 3 VOLTS 208-230/460 AMPS 9.0-8.2/4.1 RPM 1760 HZ 60 PH 3 SF 1.15 CODE J FRAME " +
			"182T": `{"power":"3 HP","volts":"208-230/460","amps":"9-8.2/4.1","rpm":"1760","hertz":"60","phases":"3","service_factor":"1.15","code":"J","frame":"182T"}`,
		"1.5/1.8 kW 230/400 V 50/60 Hz 6.1/3.5 A 1420/1710 " +
			"rpm": `{"power":"1.5/1.8 kW","volts":"230/400 230/400","amps":"6.1/3.5 6.1/3.5","rpm":"1420/1710","hertz":"50/60","phases":"3"}`,
		"0.37kW 400VY 1.1A " +
			"1380/min": `{"power":"0.37 kW","volts":"400","connection":"Y","amps":"1.1","rpm":"1380","phases":"3"}`,
	} {
		got, err := json.Marshal(plate.ReadLine(typed).Entry())
		require.NoError(t, err)
		require.JSONEq(t, want, string(got), typed)
	}
	for typed, want := range map[string]plate.LineKind{
		"3 PH 1 HP 230/460 V 1745 rpm":                            plate.ThreePhase,
		"1 PH 3 HP 230 V 1745 rpm":                                plate.SinglePhase,
		"PH 3 HP 1 V 230/460":                                     plate.ThreePhase,
		"HP 1 PH 3 V 230/460":                                     plate.ThreePhase,
		"HP 3 PH 1 V 230":                                         plate.SinglePhase,
		"0.37 kW 230/400 V 50 Hz i 40 n 35 rpm":                   plate.Geared,
		"0.37 kW 230/400 V 1400 rpm i=1:25 n2 56 rpm":             plate.Geared,
		"0.37 kW 230/400 V 50 Hz 1400/35 rpm":                     plate.Geared,
		"0.37 kW 230/400 V 50 Hz I 1.9/1.1 n 1400":                plate.ThreePhase,
		"0.55/0.4 kW 400 V 1400/700 rpm 50 Hz":                    plate.TwoSpeed,
		"0.55/0.63 kW 230/400 V 50/60 Hz 2.6/1.5 A 1400/1680 rpm": plate.ThreePhase,
		"90 V 5 A 1750 rpm 0.5 HP":                                plate.UnknownKind,
	} {
		require.Equal(t, want, plate.ReadLine(typed).Kind, typed)
	}
	gear := plate.ReadLine("0.37 kW 230/400 V 1400 rpm i=1:25 n2 56 rpm 50 Hz 1.9/1.1 A")
	require.Equal(t, 56.0, gear.OutputRPM)
	require.Equal(t, "1400", gear.Entry().RPM)
	require.Equal(t, "35", plate.ReadLine("0.37 kW 230/400 V 50 Hz i 40 n 35 rpm").Entry().RPM, "the only one there is")
	require.Equal(t, plate.SinglePhase, plate.ReadLine("1/2 HP 115/208-230V 8.8/4.0-4.4A 1725RPM single phase").Kind)
	require.Equal(t, "hello there", plate.ReadLine("hello there").Left)
	require.Contains(t, plate.ReadLine("1.1 kW 230/400 V wombat 1410 rpm").Left, "wombat")
}

func FuzzPlateLine(f *testing.F) {
	for _, s := range []string{"1½ HP", "0,55 kW · 230/400 V Δ/Y · 2,9/1,7 A", "V 230/400 Hz 50 kW 1.5",
		"FLD PM 3/4 HP", "////----", "1-1/2 HP 3 PH"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, typed string) {
		begun := time.Now()
		l := plate.ReadLine(typed)
		if !utf8.ValidString(typed) {
			return
		}
		if _, err := json.Marshal(l); err != nil {
			t.Fatal(err)
		}
		l.Entry()
		if took := time.Since(begun); took > 2*time.Second {
			t.Fatalf("took %s", took)
		}
	})
}
