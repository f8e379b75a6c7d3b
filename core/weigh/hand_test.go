package weigh_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/scenario"
	"graybridge/core/stores"
	"graybridge/core/weigh"
)

// byHand is a machine whose verdict was worked by hand; docs/weighing.md has the working.
type byHand struct {
	name  string
	doc   func() document.Document
	best  string
	grade finding.Grade // of the best; empty: the working does not say
	// stopped are the columns that must be stopped, each with the question that decides it.
	stopped map[string]weigh.Row
	may     []string // columns that must not be stopped
}

// iec is a job of the tileworks with a six-lead motor.
func iec(plateOf plate.Entry, l load.Entry) document.Document {
	d := document.New("By hand", scenario.TansyLane())
	d.Supply.Volts = "230"
	d.Machines[0].Plate, d.Machines[0].Load = plateOf, l
	d.Machines[0].Leads.Kind, d.Machines[0].Leads.Naming = leads.Six, leads.IEC
	return d
}

// nema is a job of the co-op with a nine-lead motor.
func nema(plateOf plate.Entry, l load.Entry, volts string) document.Document {
	d := document.New("By hand", scenario.ColdFord())
	d.Supply.Volts = volts
	d.Machines[0].Plate, d.Machines[0].Load = plateOf, l
	d.Machines[0].Leads.Kind, d.Machines[0].Leads.Agreed = leads.NineStar, "plate"
	return d
}

var (
	stirrer = plate.Entry{Power: "0.75 kW", Volts: "230/400 V", Connection: "Δ/Y", Amps: "3.3/1.9", RPM: "1400",
		Hertz: "50", PowerFactor: "0.75", Phases: "3"}
	blunger = plate.Entry{Power: "1.1 kW", Volts: "230/400 V", Connection: "Δ/Y", Amps: "4.7/2.7", RPM: "1410",
		Hertz: "50", PowerFactor: "0.79", Phases: "3"}
	shredder = plate.Entry{Power: "7½ HP", Volts: "230/460 V", Amps: "20/10", RPM: "1745", Hertz: "60",
		PowerFactor: "82 %", Code: "G", Phases: "3"}
	roller = plate.Entry{Power: "½ HP", Volts: "230/460 V", Amps: "2.0/1.0", RPM: "1140", Hertz: "60",
		PowerFactor: "68 %", Code: "H", Phases: "3"}
	pugMill = plate.Entry{Power: "3 HP", Volts: "208-230/460 V", Amps: "9.0-8.2/4.1", RPM: "1760", Hertz: "60",
		PowerFactor: "78 %", ServiceFactor: "1.15", Code: "J", Phases: "3"}
)

func handWorked() []byHand {
	fan := func(share, lightest string) load.Entry {
		return load.Entry{Kind: machine.Fan, Share: share, Lightest: lightest, Start: load.Free}
	}
	constant := func(share string, start load.Start) load.Entry {
		return load.Entry{Kind: machine.Constant, Share: share, Start: start}
	}
	slow := func(d document.Document, slowest string) document.Document {
		d.Weigh.Slowest = slowest
		return d
	}
	return []byHand{
		{"1 stirrer that never idles", func() document.Document { return iec(stirrer, fan("55 %", "50 %")) },
			weigh.Capacitor, finding.Good, map[string]weigh.Row{weigh.DC: weigh.Cannot}, []string{weigh.Drive}},
		{"2 full load all day", func() document.Document { return iec(blunger, constant("100 %", load.Free)) },
			weigh.Drive, finding.Good, map[string]weigh.Row{weigh.Capacitor: weigh.AllDay}, nil},
		{"3 heavy start", func() document.Document { return iec(blunger, constant("70 %", load.Stuck)) },
			weigh.Drive, "", map[string]weigh.Row{weigh.Capacitor: weigh.Starts}, nil},
		{"4 half speed wanted", func() document.Document { return slow(iec(blunger, fan("60 %", "50 %")), "50 %") },
			weigh.Drive, finding.Good, map[string]weigh.Row{weigh.Capacitor: weigh.Slow, weigh.Rotary: weigh.Slow},
			nil},
		{"5 a tenth of the speed, own fan", func() document.Document {
			return slow(iec(blunger, constant("80 %", load.Loaded)), "10 %")
		}, weigh.Drive, finding.Caution, map[string]weigh.Row{weigh.Capacitor: weigh.Slow, weigh.Rotary: weigh.Slow},
			nil},
		{"6 the same with a blower", func() document.Document {
			d := slow(iec(blunger, constant("80 %", load.Loaded)), "10 %")
			d.Bridge.Drive.Cooling = drive.Blower
			return d
		}, weigh.Drive, finding.Good, map[string]weigh.Row{weigh.Capacitor: weigh.Slow, weigh.Rotary: weigh.Slow}, nil},
		{"7 half a horsepower on 120 V", func() document.Document {
			return nema(roller, constant("60 %", load.Free),
				"120")
		},
			weigh.Drive, finding.Good, map[string]weigh.Row{weigh.Capacitor: weigh.Cannot,
				weigh.Rotary: weigh.Cannot}, nil},
		{"8 seven and a half horsepower, loaded start", func() document.Document {
			return nema(shredder, constant("75 %", load.Loaded), "240")
		}, weigh.Rotary, "", map[string]weigh.Row{weigh.Capacitor: weigh.Cannot}, nil},
		{"9 star only, three leads, 400 V", scenario.DryingTurntable, weigh.None, finding.Stop,
			map[string]weigh.Row{weigh.Capacitor: weigh.Cannot, weigh.Rotary: weigh.Cannot,
				weigh.Drive: weigh.Cannot}, nil},
		{"10 shunt motor", scenario.PressFeed, weigh.DC, "", map[string]weigh.Row{weigh.Capacitor: weigh.Cannot,
			weigh.Drive: weigh.Cannot, weigh.Rotary: weigh.Cannot}, nil},
		{"11 a 60 Hz plate on 50 Hz", func() document.Document {
			p := blunger
			p.Hertz, p.RPM, p.Volts, p.Amps, p.Connection = "60", "1690", "230/400 V", "4.6/2.65", "Δ/Y"
			return iec(p, fan("60 %", "50 %"))
		}, weigh.Drive, "", map[string]weigh.Row{weigh.Capacitor: weigh.Cannot}, nil},
		{"12 three horsepower, loaded start, 240 V", func() document.Document {
			return nema(pugMill, constant("60 %", load.Loaded), "240")
		}, weigh.Drive, "", map[string]weigh.Row{weigh.DC: weigh.Cannot}, []string{weigh.Capacitor, weigh.Rotary}},
	}
}

// Twelve machines whose verdict follows from the handbook alone get that verdict.
func TestVerdictsWorkedByHand(t *testing.T) {
	t.Parallel()
	for _, one := range handWorked() {
		t.Run(one.name, func(t *testing.T) {
			d := one.doc()
			w, err := weigh.Of(context.Background(), d)
			require.NoError(t, err)
			w, err = weigh.ConverterOf(context.Background(), d, w, func(string) {})
			require.NoError(t, err)
			require.Empty(t, w.Waits)
			require.Equal(t, one.best, w.Best, "%s\n%v", w.Sentence, w.Reasons)
			if one.grade != "" {
				require.Equal(t, one.grade, w.Grade, w.Sentence)
			}
			for _, c := range w.Columns {
				if row, must := one.stopped[c.Kind]; must {
					require.Equal(t, finding.Stop, c.Grade, "%s: %s", c.Name, c.Verdict)
					require.Equal(t, row, c.Deciding().Row, "%s: %s", c.Name, c.Verdict)
				}
				for _, kind := range one.may {
					if c.Kind == kind {
						require.NotEqual(t, finding.Stop, c.Grade, "%s: %s", c.Name, c.Verdict)
					}
				}
			}
		})
	}
}

// What is no three-phase motor is not weighed: the sentence says why.
func TestASinglePhaseMotorIsNotWeighed(t *testing.T) {
	t.Parallel()
	p := stirrer
	p.Phases, p.Connection, p.Volts, p.Amps = "1", "", "230 V", "5.2"
	w, err := weigh.Of(context.Background(), iec(p, load.Entry{Kind: machine.Fan, Share: "60 %"}))
	require.NoError(t, err)
	require.Empty(t, w.Columns)
	require.Contains(t, w.Waits, "not a three-phase motor")
	require.Equal(t, finding.Open, w.Grade)
}

// What lies in the stores comes before what is to be bought, and what is cheaper before what is
// dearer, where both do alike.
func TestTheStoresComeFirst(t *testing.T) {
	t.Parallel()
	l := load.Entry{Kind: machine.Constant, Share: "60 %", Start: load.Loaded}
	weighed := func(items ...stores.StockItem) (weigh.Weighing, document.Document) {
		d := iec(blunger, l)
		d.Workshop.Stores = items
		w, err := weigh.Of(context.Background(), d)
		require.NoError(t, err)
		w, err = weigh.ConverterOf(context.Background(), d, w, func(string) {})
		require.NoError(t, err)
		return w, d
	}
	best := func(w weigh.Weighing, kind string) string {
		for _, c := range w.Columns {
			if c.Kind == kind {
				return c.Best
			}
		}
		return ""
	}
	w, _ := weighed()
	require.Equal(t, "Rill 15", best(w, weigh.Drive), "the smaller, where nothing is known of prices")
	w, _ = weighed(stores.StockItem{ID: "s1", Kind: stores.Drive, What: "Tarn 22, on the shelf", Count: 1, Free: 1})
	require.Equal(t, "Tarn 22", best(w, weigh.Drive))
	w, _ = weighed(stores.StockItem{ID: "s1", Kind: stores.Drive, What: "Tarn 22", Price: "210 €"},
		stores.StockItem{ID: "s2", Kind: stores.Drive, What: "Rill 15", Price: "260 €"})
	require.Equal(t, "Tarn 22", best(w, weigh.Drive), "the cheaper")

	w, d := weighed(stores.StockItem{ID: "s3", Kind: stores.Motor, Count: 1, Free: 1,
		What: "2.2 kW 230/400 V Δ/Y 8.6/5 A cos φ 0.81 1420 rpm 50 Hz"})
	require.Contains(t, best(w, weigh.Rotary), "from the stores")
	taken, ok := w.Taken(d, weigh.Rotary)
	require.True(t, ok)
	require.Equal(t, "1420", taken.Machines[1].Plate.RPM)
	w, _ = weighed(stores.StockItem{ID: "s3", Kind: stores.Motor, Count: 1, Free: 0,
		What: "2.2 kW 230/400 V Δ/Y 8.6/5 A cos φ 0.81 1420 rpm 50 Hz"})
	require.NotContains(t, best(w, weigh.Rotary), "from the stores", "another job has reserved it")
}
