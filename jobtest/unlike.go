package jobtest

import (
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// UnlikeJobs is how many jobs unlike the corpus every law is held over.
const UnlikeJobs = 160

// unlikePlate is a plate that is none of the corpus: made of the typical tables at a power and
// speed drawn freely, a little better or worse, printed in one of the ways of its region.
func unlikePlate(r *rand.Rand, rules table.Rules) (e plate.Entry, kind leads.Kind) {
	poles := []int{2, 4, 4, 4, 6, 8}[r.IntN(6)]
	kw := 0.12 * math.Pow(60, r.Float64())
	t := table.TypicalMotor(kw, poles)
	eff, pf := t.Efficiency*(0.97+0.06*r.Float64()), t.PowerFactor*(0.97+0.05*r.Float64())
	hertz := 50.0
	if rules == table.NorthAmerica {
		hertz = 60
	}
	slip := (0.02 + 0.06/math.Sqrt(1+4*kw)) * (0.8 + 0.4*r.Float64())
	amps := func(volts float64) float64 { return kw * 1000 / (math.Sqrt(3) * volts * pf * eff) }
	e = plate.Entry{RPM: fmt.Sprintf("%.0f", 120*hertz/float64(poles)*(1-slip)), Hertz: unit.Plain(hertz), Phases: "3",
		Power: fmt.Sprintf("%.3g kW", kw), PowerFactor: fmt.Sprintf("%.2f", pf)}
	if rules == table.NorthAmerica {
		e.Power, e.Volts = fmt.Sprintf("%.3g HP", kw/0.7457), "230/460"
		e.Amps = fmt.Sprintf("%.3g/%.3g", amps(230), amps(460))
		return e, []leads.Kind{leads.NineStar, leads.NineDelta, leads.Twelve}[r.IntN(3)]
	}
	e.Volts, e.Connection = "230/400", "Δ/Y"
	e.Amps = fmt.Sprintf("%.3g/%.3g", amps(230), amps(400))
	if r.IntN(4) == 0 {
		e.Volts, e.Amps = "220/380", fmt.Sprintf("%.3g/%.3g", amps(220), amps(380))
	}
	return e, leads.Six
}

// Unlike is a job unlike those of the corpus: its plate, supply, feeder, load, bridge and what
// hangs there are drawn over wider ranges than owners of ordinary machines have.
func Unlike(n int) document.Document {
	r := rand.New(rand.NewPCG(uint64(n), 31))
	rules := []table.Rules{table.Metric, table.NorthAmerica}[n%2]
	w := Workshop()
	if rules == table.NorthAmerica {
		w = document.Workshop{Name: "Cold Ford Clay Co-op", Rules: rules, Volts: 240, Hertz: 60,
			Colours: document.NorthAmerica}
	}
	d := document.New(fmt.Sprintf("Unlike %d", n), w)
	pick := func(all ...string) string { return all[r.IntN(len(all))] }
	machineOf := func(id string, lights float64) document.Machine {
		m := document.Machine{ID: id, Name: id}
		m.Plate, m.Leads.Kind = unlikePlate(r, rules)
		m.Leads.Naming, m.Leads.Done = d.Machines[0].Leads.Naming, []string{}
		if m.Leads.Kind.Halved() {
			m.Leads.Agreed = "plate"
		}
		m.Load.Kind = []machine.LoadKind{machine.Constant, machine.Constant, machine.Fan, machine.Linear, ""}[r.IntN(5)]
		m.Load.Share = fmt.Sprintf("%.0f %%", lights*(25+85*r.Float64()))
		m.Load.Start = []load.Start{"", load.Free, load.Loaded, load.Stuck}[r.IntN(4)]
		m.Load.Lightest, m.Load.Heaviest = pick("", "", "0", "15 %"), pick("", "", "95 %", "125 %")
		m.Load.Inertia = pick("", "", "0.02", "0.3")
		m.Protection = asFound(r, rules)
		return m
	}
	d.Machines[0] = machineOf("m1", 1)
	d.Supply = supply.Entry{Volts: unit.Plain(math.Round(w.Volts * (0.88 + 0.2*r.Float64()))),
		FeederLength: pick("", "3 m", "33 m", "90 ft"), FeederSize: pick("", "0.75 mm²", "4 mm²", "10 AWG", "6"),
		Breaker: pick("", "13 A", "C20", "40 A")}
	switch n % 8 {
	case 0, 1, 2:
		d.Bridge.Capacitor.Microfarad = pick("", "", "10", "33", "55", "140")
		d.Bridge.Capacitor.Start = pick("", "", "90")
		d.Bridge.Capacitor.CornerTo = pick("", "L2")
	case 3, 4, 5:
		d.Bridge.Kind = document.KindDrive
		all := drive.Shipped()
		d.Bridge.Drive = drive.Entry{Profile: all[r.IntN(len(all))].ID, At: pick("", "22"), Most: pick("", "70"),
			Carrier: pick("", "", "12 kHz"), Cable: pick("", "", "70 m"), Motors: pick("", "", "2"),
			Accelerate: pick("", "0.5"), Decelerate: pick("", "0.4"), SinkOhm: pick("", "", "1 MΩ", "0.2")}
	case 6:
		d.Bridge.Kind = document.KindRotary
		idler := machineOf("m0", 0)
		idler.Role, idler.Load, idler.Plate = document.Idler, load.Entry{}, d.Machines[0].Plate
		idler.Plate.Power = scaled(idler.Plate.Power, 1.6)
		idler.Plate.Amps = scaled(idler.Plate.Amps, 1.6)
		idler.Leads = d.Machines[0].Leads
		d.Machines = append(d.Machines, idler)
		d.Bridge.Rotary = rotary.Entry{L13: pick("", "", "40 µF"), L23: pick("", "10 µF"),
			Spun: rotary.Way(pick("", "forward", "backward")), StartBy: rotary.StartBy(pick("", "rope"))}
	case 7:
		d.Machines[0].Leads.Kind, d.Machines[0].Leads.Naming = leads.Three, leads.IEC
		d.Machines[0].Plate.Volts, d.Machines[0].Plate.Connection = "400", "Y"
		d.Machines[0].Plate.Amps = d.Machines[0].Plate.Amps[strings.Index(d.Machines[0].Plate.Amps, "/")+1:]
	}
	if n%11 == 3 {
		d.Machines[0].Leads.Found = "open"
	}
	return d
}

// asFound is what hangs there, mostly wrong.
func asFound(r *rand.Rand, rules table.Rules) protection.Entry {
	pick := func(all ...string) string { return all[r.IntN(len(all))] }
	e := protection.Entry{Relay: protection.Relay(pick("", "", "none", "motor-leads", "supply-lines", "thermistor"))}
	if e.Breaker = pick("", "6 A", "16 A", "B20", "32 A", "50 A"); rules == table.NorthAmerica {
		e.Breaker = pick("", "15 A", "20 A", "30 A", "60 A")
		e.Conductor = pick("", "18 AWG", "14 AWG", "12", "10 AWG", "8 AWG")
	} else {
		e.Conductor = pick("", "0.75 mm²", "1.5", "2.5 mm²", "6 mm²")
	}
	if e.Relay == protection.MotorLeads || e.Relay == protection.SupplyLines {
		e.RelaySet = pick("", "2 A", "4.5 A", "9 A")
	}
	return e
}

// scaled multiplies every figure of a text.
func scaled(text string, by float64) string {
	return figures.ReplaceAllStringFunc(text, func(one string) string {
		var x float64
		_, _ = fmt.Sscanf(one, "%g", &x)
		return fmt.Sprintf("%.3g", x*by)
	})
}

// OverUnlike holds something over jobs unlike the corpus, a part of them every day and all with
// -law.all, and prints the first of each kind of breach.
func OverUnlike(t *testing.T, every int, of func(d document.Document) []string) {
	t.Helper()
	t.Parallel()
	breaches := map[string][]string{}
	for n := 0; n < UnlikeJobs; n++ {
		if !InPart(t, n/8, every) { // whole rounds of eight: every bridge is in each
			continue
		}
		d := Unlike(n)
		if bad := d.Validate(); len(bad) > 0 {
			t.Fatalf("job %d: %v", n, bad)
		}
		for _, b := range of(d) {
			key, _, _ := strings.Cut(b, "(")
			if len(key) > 40 {
				key = key[:40]
			}
			breaches[key] = append(breaches[key], fmt.Sprintf("job %d: %s", n, b))
		}
	}
	for _, list := range breaches {
		t.Errorf("%d × %s", len(list), list[0])
	}
}

// Workshop is a plain workshop on 230 V.
func Workshop() document.Workshop {
	return document.Workshop{Name: "Tansy Lane Tileworks", Rules: "metric", Volts: 230, Hertz: 50,
		Colours: document.Europe}
}
