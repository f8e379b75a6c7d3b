package job_test

import (
	"encoding/json"
	"flag"
	"fmt"
	"math"
	"math/cmplx"
	"math/rand/v2"
	"os"
	"path/filepath"
	"reflect"
	"regexp"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/circuit"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/job"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/table"
	"graybridge/core/unit"
)

var (
	lawAll = flag.Bool("law.all", false, "hold every plate of the corpus to the law, not a sample")
	lawTo  = flag.String("law.to", "", "folder to write the jobs to that break it")
)

// cases draws jobs over everything that owners enter: bridges, loads, joints as
// found, supplies, microfarads and protection, right and wrong.
func lawCase(c corpusPlate, r *rand.Rand) job.Document {
	d := c.document()
	if r.IntN(3) == 0 {
		d.Machines[0].Plate = sibling(c, r)
	}
	pick := func(all ...string) string { return all[r.IntN(len(all))] }
	if d.Machines[0].Leads.Kind.Halved() && r.IntN(4) > 0 {
		d.Machines[0].Leads.Agreed = "plate"
	}
	d.Machines[0].Load.Kind = []machine.LoadKind{"", machine.NoLoad, machine.Constant, machine.Linear, machine.Fan}[r.IntN(5)]
	d.Machines[0].Load.Share = pick("", "10 %", "40 %", "65 %", "80 %", "100 %", "150 %")
	d.Machines[0].Load.Start = []load.Start{"", load.Free, load.Loaded, load.Stuck}[r.IntN(4)]
	if r.IntN(3) == 0 {
		d.Machines[0].Load.Lightest, d.Machines[0].Load.Heaviest = pick("", "0 %", "30 %"), pick("", "90 %", "110 %")
	}
	if r.IntN(3) == 0 {
		d.Supply.Volts = pick("104", "120", "188", "208", "225", "236", "252", "262", "300")
	}
	if r.IntN(3) == 0 {
		d.Supply.FeederLength, d.Supply.FeederSize = pick("5 m", "40 m", "120 m"), pick("1.5 mm²", "4 mm²", "14 AWG", "10 AWG")
	}
	if r.IntN(4) == 0 {
		d.Supply.Breaker = pick("10 A", "20 A", "32 A", "63 A")
	}
	switch r.IntN(5) {
	case 0:
		d.Machines[0].Leads.Found = pick("open", "L1-L2", "nonsense")
	case 1, 2:
		tables := d.Machines[0].Leads.Kind.Layout().Tables
		if len(tables) > 0 {
			t := tables[r.IntN(len(tables))]
			d.Machines[0].Leads.Found = leads.Joints(t.Joints).Print(d.Machines[0].Leads.Naming.For(d.Machines[0].Leads.Kind))
		}
	}
	if r.IntN(2) == 0 {
		d.Machines[0].Protection.Breaker = pick("6 A", "10 A", "16 A", "25 A", "63 A", "100 A", "2 A")
		d.Machines[0].Protection.Conductor = pick("", "1.5 mm²", "2.5", "6 mm²", "14 AWG", "10 AWG", "0.5 mm²")
		d.Machines[0].Protection.Relay = []protection.Relay{"", protection.NoRelay, protection.SupplyLines, protection.MotorLeads}[r.IntN(4)]
		d.Machines[0].Protection.RelaySet = pick("", "1 A", "5 A", "12 A", "40 A")
	}
	if r.IntN(3) == 0 {
		d.Bridge.Kind = job.KindDrive
		ids := []string{""}
		for _, p := range drive.Shipped() {
			ids = append(ids, p.ID, p.ID)
		}
		d.Bridge.Drive = drive.Entry{Profile: ids[r.IntN(len(ids))], Cooling: []drive.Cooling{"", drive.Blower, drive.InverterDuty, drive.NonVentilated}[r.IntN(4)], At: pick("", "10", "60"), Most: pick("", "75")}
		return d
	}
	if r.IntN(2) == 0 {
		d.Bridge.Capacitor.Microfarad = unit.Plain(math.Round(c.KW * []float64{7, 20, 35, 50, 70, 120, 420}[r.IntN(7)]))
	}
	if r.IntN(5) == 0 {
		d.Bridge.Capacitor.Start = pick("40", "150", "600")
	}
	d.Bridge.Capacitor.CornerTo = pick("", "L1", "L2")
	return d
}

var figures = regexp.MustCompile(`\d+(?:\.\d+)?`)

// sibling is a plate of the same make as one of the corpus: a motor a little more or
// less efficient, with a little more or less slip.
func sibling(c corpusPlate, r *rand.Rand) plate.Entry {
	e := c.Plate
	more := 0.92 + 0.16*r.Float64()
	e.Amps = figures.ReplaceAllStringFunc(e.Amps, func(text string) string {
		amps, _, _ := unit.Amps.One(text)
		return unit.Three(amps * more)
	})
	if rpm, ok, err := unit.RPM.One(e.RPM); err == nil && ok && c.Slip > 0 {
		sync := rpm / (1 - c.Slip)
		e.RPM = fmt.Sprintf("%.0f", sync-(sync-rpm)*(0.7+0.6*r.Float64()))
	}
	return e
}

// witness is the wanted circuit looked at by the solver itself, from idle to
// stall: what every winding, lead and capacitor carries.
type witness struct {
	slip, torque, worst, supply, lead, can []float64
	rated, friction                        float64
	plateSlip, hertz                       float64 // hertz over the plate's
}

func look(t *testing.T, d job.Document, p job.Plan) (w witness, ok bool) {
	b, ok := job.BenchCase(d, "wanted")
	if !ok || len(b.Elements) == 0 || d.Bridge.Kind == job.KindRotary { // a street has a law of its own
		return w, false
	}
	s, err := circuit.Compile(&b.Circuit)
	if err != nil {
		return w, false
	}
	plateAmps := 0.0
	for _, f := range p.Motor {
		if f.ID == "winding" {
			text, _, _ := strings.Cut(f.Note, " at plate")
			amps, _, err := unit.Amps.One(text)
			require.NoError(t, err)
			plateAmps = amps
		}
	}
	if plateAmps == 0 {
		return w, false
	}
	for _, c := range p.Wanted.Coils { // the figure's own digits, where there are some
		if amps, _, err := unit.Amps.One(c.Amps); err == nil && amps > 2 && c.Share > 0.2 {
			plateAmps = amps / c.Share
		}
	}
	var watts float64
	for _, f := range p.Motor {
		switch f.ID {
		case "power":
			watts = f.Value
		case "torque":
			w.rated = f.Value
		case "slip":
			w.plateSlip = f.Value
		case "poles":
			sync := 0.0
			_, _ = fmt.Sscanf(f.Note, "synchronous %f", &sync)
			w.hertz = b.FrequencyHz / (sync * f.Value / 120)
		}
	}
	w.friction = plate.FrictionShare * w.rated
	if watts == 0 {
		return w, false
	}
	back := p.Link.CornerTo == "L2"
	const n = 700
	for i := range n + 1 {
		slip := 2e-4 * math.Pow(1/2e-4, float64(i)/n)
		at := slip
		if back {
			at = 2 - slip
		}
		s.SetSlip(0, at)
		if s.Solve() != nil {
			return w, false
		}
		worst := 0.0
		for k := range b.Machines[0].Coils {
			worst = max(worst, cmplx.Abs(s.CoilAmps(0, k))/plateAmps)
		}
		line, can := s.SourceAmps(0), s.ElementAmps(0)
		torque := s.Shaft(0).TorqueNm
		leadAmps := [3]float64{cmplx.Abs(line + can), cmplx.Abs(line), cmplx.Abs(can)}
		if back {
			torque = -torque
			leadAmps = [3]float64{cmplx.Abs(line), cmplx.Abs(line - can), cmplx.Abs(can)}
		}
		w.slip, w.torque, w.worst = append(w.slip, slip), append(w.torque, torque-w.friction), append(w.worst, worst)
		w.supply, w.lead, w.can = append(w.supply, cmplx.Abs(line)), append(w.lead, max(leadAmps[0], leadAmps[1], leadAmps[2])), append(w.can, cmplx.Abs(can))
	}
	return w, true
}

// at is where a share of a load is carried nearest synchronous speed; -1 where it
// is not.
func (w witness) at(d job.Document, p job.Plan, share float64) int {
	for i := 1; i < len(w.slip); i++ {
		speed := func(i int) float64 { return (1 - w.slip[i]) / (1 - w.plateSlip) * w.hertz }
		asks := share * w.rated
		switch p.Link.LoadKind {
		case machine.NoLoad:
			asks = 0
		case machine.Linear:
			asks *= speed(i)
		case machine.Fan:
			asks *= speed(i) * speed(i)
		}
		if w.torque[i] >= asks {
			return i
		}
	}
	return -1
}

var senseless = regexp.MustCompile(`NaN|Inf\b|none s\b|\bnone[\x{a0} ](?:A|V|s|W|kW)\b|\de[+-]\d|0\.0000|\b600[\x{a0} ]s\b|(?:^|\D)0[\x{a0} ]% asked|<nil>|%!|map\[`)

// texts hands every text of a value to see.
func texts(path string, v reflect.Value, see func(path, text string)) {
	switch v.Kind() {
	case reflect.String:
		see(path, v.String())
	case reflect.Pointer:
		if !v.IsNil() {
			texts(path, v.Elem(), see)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			texts(path+"."+v.Type().Field(i).Name, v.Field(i), see)
		}
	case reflect.Slice:
		for i := range v.Len() {
			texts(fmt.Sprintf("%s[%d]", path, i), v.Index(i), see)
		}
	}
}

var values = map[string]bool{"leads.fed-now": true, "supply.wire": true, "drive.sink": true, "drive.contactor": true, "drive.lid-run": true, "drive.lid": true, "drive.fight": true, "drive.run-source": true, "drive.speed-source": true, "drive.never": true,
	"rotary.controls": true, "rotary.neutral": true}

// law says how a plan breaks the law of advice; empty where it does not.
func law(t *testing.T, d job.Document, p job.Plan) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	byID := map[string]finding.Finding{}
	var stop *finding.Finding
	for i, f := range p.Findings {
		byID[f.ID] = f
		if f.Grade == finding.Stop && f.Bay != finding.Protection && !values[f.ID] && stop == nil {
			stop = &p.Findings[i]
		}
		// 1: words follow figures.
		if m := f.Measure; m != nil {
			if f.Grade == finding.Good && !m.Holds() {
				breaks("1: %s is good on the wrong side: %+v", f.ID, *m)
			}
			if (f.Grade == finding.Stop || f.Grade == finding.Caution) && m.Holds() {
				breaks("1: %s is %s on the good side: %+v (%s)", f.ID, f.Grade, *m, f.Sentence)
			}
		}
	}
	// What the state would do and what is said of its start are one thing.
	if f := byID["capacitor.start"]; p.Wanted.Solved && !p.Wanted.Short && p.Use != nil {
		if f.Grade == finding.Stop && p.Wanted.Starts {
			breaks("1: %q beside %q", p.Wanted.Verdict, f.Sentence)
		}
		if hums := strings.Contains(p.Wanted.Verdict, "not turn"); hums && f.Grade != finding.Stop {
			breaks("1: %q beside %s %q", p.Wanted.Verdict, f.Grade, f.Sentence)
		}
	}
	if u := p.Use; u != nil {
		for _, f := range p.Findings {
			if f.Bay != finding.Protection && f.ID != "leads.fed-now" && (f.Grade == finding.Stop || f.Grade == finding.Caution) && f.Grade.Rank() < u.Grade.Rank() {
				breaks("1: the verdict says %s (%s) over %s %s", u.Title, u.Grade, f.Grade, f.ID)
			}
		}
	}
	// 2: nothing is sized for a state that must not be.
	if stop != nil {
		for _, f := range p.Findings {
			for _, c := range f.Cures {
				if strings.Contains(c.Path, ".protection.") {
					breaks("2: %s offers %s under the stop %s", f.ID, c.Label, stop.ID)
				}
			}
		}
		if len(p.Guard) > 0 || len(p.Buys) > 0 || p.Card.Ready || len(p.Card.Parts)+len(p.Card.Settings)+len(p.Card.Joints) > 0 {
			breaks("2: sized under the stop %s: %d figures, %d parts, card ready %v", stop.ID, len(p.Guard), len(p.Buys), p.Card.Ready)
		}
		if p.Drive != nil && len(p.Drive.Sheet) > 0 {
			breaks("2: a sheet under the stop %s", stop.ID)
		}
	}
	// A cure is gone once taken, and no two fight.
	offers := map[string]map[string]bool{}
	for _, f := range p.Findings {
		if f.Grade == finding.Open {
			continue // choices, not cures
		}
		for _, c := range f.Cures {
			if offers[c.Path] == nil {
				offers[c.Path] = map[string]bool{}
			}
			offers[c.Path][c.Value] = true
			if len(offers[c.Path]) > 1 {
				breaks("2: two cures fight over %s: %v", c.Path, offers[c.Path])
			}
		}
	}
	// 7, 8: unknown is not none, and a plan stops where the trade stops.
	if !p.Wanted.Known && (byID["leads.joined"].ID != "" || strings.Contains(p.Now.Note, "as wanted")) {
		breaks("7: joined as wanted before anybody has said what is wanted")
	}
	if byID["plate.single-phase"].ID != "" || byID["leads.unreachable"].ID != "" {
		for _, f := range p.Findings {
			if f.Grade == finding.Open {
				breaks("8: %s asks %q after the end", f.ID, f.Sentence)
			}
		}
	}
	// 5: flux.
	if f := byID["leads.target"]; f.Grade == finding.Good && (f.Measure == nil || f.Measure.Value > 105 || f.Measure.Value < 90) {
		breaks("5: %v is called good", f.Measure)
	}
	// The answer first, and a way on for who does not know.
	if !p.Next.Card && p.Next.Unknown == "" {
		breaks("7: no answer to %q for who does not know", p.Next.Text)
	}
	for _, b := range p.Bays {
		worst := finding.Good
		for _, f := range p.Findings {
			if f.Bay == b.Bay && (f.Grade == finding.Stop || f.Grade == finding.Caution) && f.Grade.Rank() < worst.Rank() {
				worst = f.Grade
			}
		}
		if b.Do.Text == "" || worst != finding.Good && b.Do.Grade != worst {
			breaks("1: %s says %q (%s) over %s", b.Title, b.Do.Text, b.Do.Grade, worst)
		}
	}
	// 10: no word without sense.
	texts("plan", reflect.ValueOf(p), func(path, text string) {
		if bad := senseless.FindString(text); bad != "" && !strings.Contains(path, ".Typed") && !strings.HasPrefix(path, "plan.Readings") {
			breaks("10: %s says %q: %s", path, bad, text)
		}
	})
	// 9: a band holds what it foretells, and one reading has one band everywhere.
	bands := map[string]string{}
	for _, r := range p.Card.Readings {
		if !bandHolds(r.Expect, r.Band) {
			breaks("9: %s expects %s within %s", r.ID, r.Expect, r.Band)
		}
		bands[r.ID] = r.Band
	}
	if f := byID["bringup.expect"]; f.ID != "" && p.Card.Ready {
		for _, id := range []string{"load-supply", "load-corner"} {
			if band := bands[id]; band != "" && !strings.Contains(f.Sentence+f.Detail, band) {
				breaks("9: %s has the band %s on the card and another in %q", id, band, f.Sentence+f.Detail)
			}
		}
	}
	// 4, both ways: a feeder's breaker over its wire is found on every bridge.
	feeder, known, _ := unit.ParseConductor(d.Supply.FeederSize)
	if amps, ok := table.Ampacity(feeder.SquareMM, feeder.AWG); known && ok {
		if head, ok, _ := unit.Amps.One(d.Supply.Breaker); ok && head > amps && byID["supply.wire"].Grade != finding.Stop {
			breaks("4: %g A over a feeder of %g A is not found", head, amps)
		}
	}
	if stop == nil && len(p.Guard) > 0 {
		broken = append(broken, guardLaw(t, d, p)...)
		broken = append(broken, dutyLaw(t, d, p)...)
	}
	return broken
}

// bandHolds says that a band "a to b" holds the figure it stands beside; a band in
// other words holds.
func bandHolds(expect, band string) bool {
	low, high, ok := strings.Cut(band, " to ")
	if !ok {
		return true
	}
	var from, to, at float64
	for text, into := range map[string]*float64{low: &from, high: &to, expect: &at} {
		if _, err := fmt.Sscanf(text, "%f", into); err != nil {
			return true
		}
	}
	return from <= at && at <= to
}

// dutyLaw holds what is said of the whole duty, and of what is entered, against
// the solver.
func dutyLaw(t *testing.T, d job.Document, p job.Plan) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	number := func(all []finding.Figure, id string) float64 {
		for _, f := range all {
			if f.ID == id {
				amps, _, _ := unit.Amps.One(f.Text)
				return amps
			}
		}
		return 0
	}
	if d.Bridge.Kind == job.KindDrive {
		input, need := number(p.Drive.Figures, "input"), 0.0
		for _, f := range p.Drive.Figures {
			if f.ID == "amps" {
				asked, _, _ := strings.Cut(f.Text, " of ")
				need, _, _ = unit.Amps.One(asked)
			}
		}
		for id, amps := range map[string]float64{"conductor": input, "motor-wire": need} {
			for _, f := range p.Guard {
				c, ok, err := unit.ParseConductor(f.Text)
				if carry, known := table.Ampacity(c.SquareMM, c.AWG); f.ID == id && ok && err == nil && known && carry < 1.24*amps {
					breaks("4: the drive's %s %s carries %g A under %.1f A", id, c, carry, amps)
				}
			}
		}
		return broken
	}
	w, ok := look(t, d, p)
	if !ok {
		return broken
	}
	// 6: permanent is what keeps every winding inside plate over every load that occurs.
	worst := 0.0
	for i := range 13 {
		k := w.at(d, p, p.Link.Lightest+(p.Link.Heaviest-p.Link.Lightest)*float64(i)/12)
		if k < 0 {
			worst = math.Inf(1)
			break
		}
		worst = max(worst, w.worst[k])
	}
	if p.Use != nil && p.Use.Title == "Permanent" && worst > 1.012 {
		breaks("6: Permanent, and a winding at %.3f of plate over the loads that occur", worst)
	}
	// A start is called a start only with what it gives over what stands against it.
	for _, f := range p.Findings {
		if f.ID != "capacitor.start" || f.Measure == nil || d.Bridge.Capacitor.Start != "" {
			continue
		}
		gives := (w.torque[len(w.torque)-1] + w.friction) / w.rated * 100
		if math.Abs(gives-f.Measure.Value) > 0.02*gives+0.2 {
			breaks("1: the start gives %.1f %%, said %.1f", gives, f.Measure.Value)
		}
	}
	// A breaker as entered is good only where it holds start and run, and is not over its most.
	for _, f := range p.Findings {
		if f.ID != "protection.breaker" || f.Grade != finding.Good {
			continue
		}
		b, _, _ := unit.Amps.One(d.Machines[0].Protection.Breaker)
		if start := number(p.Supply, "start-amps"); start > 5.05*b || w.supply[len(w.supply)-1] > 5.05*b && d.Bridge.Capacitor.Start == "" {
			breaks("4: %g A is good under a start of %.1f A", b, start)
		}
		most, ok := d.Workshop.Rules.Breaker(max(2.5*worstSupply(w, d, p), number(p.Supply, "start-amps")/5))
		if d.Workshop.Rules == table.Metric && ok && b > most {
			breaks("4: %g A is good over %.1f A", b, worstSupply(w, d, p))
		}
	}
	return broken
}

func worstSupply(w witness, d job.Document, p job.Plan) (most float64) {
	for i := range 13 {
		if k := w.at(d, p, p.Link.Lightest+(p.Link.Heaviest-p.Link.Lightest)*float64(i)/12); k >= 0 {
			most = max(most, w.supply[k])
		}
	}
	return most
}

// guardLaw holds what is sized against the solver.
func guardLaw(t *testing.T, d job.Document, p job.Plan) (broken []string) {
	breaks := func(format string, args ...any) { broken = append(broken, fmt.Sprintf(format, args...)) }
	rules := d.Workshop.Rules
	carries := func(id string) (amps float64, c unit.Conductor, ok bool) {
		for _, f := range p.Guard {
			if f.ID == id {
				c, ok, err := unit.ParseConductor(f.Text)
				if err != nil || !ok {
					return 0, c, false
				}
				amps, ok = table.Ampacity(c.SquareMM, c.AWG)
				return amps, c, ok
			}
		}
		return 0, c, false
	}
	figure := func(id string) float64 {
		for _, f := range p.Guard {
			if f.ID == id {
				amps, _, _ := unit.Amps.One(f.Text)
				return amps
			}
		}
		return 0
	}
	breaker := figure("breaker")
	if d.Bridge.Kind == job.KindDrive {
		if amps, _, ok := carries("conductor"); ok && breaker > amps {
			breaks("4: %g A ahead of a drive on a wire of %g A", breaker, amps)
		}
		return broken
	}
	w, ok := look(t, d, p)
	if !ok {
		return broken
	}
	mostLead, mostSupply, mostCan := 0.0, 0.0, 0.0
	for i := range 13 {
		share := p.Link.Lightest + (p.Link.Heaviest-p.Link.Lightest)*float64(i)/12
		k := w.at(d, p, share)
		if k < 0 {
			continue
		}
		mostLead, mostSupply, mostCan = max(mostLead, w.lead[k]), max(mostSupply, w.supply[k]), max(mostCan, w.can[k])
	}
	for _, way := range []struct {
		relay protection.Relay
		pole  []float64
	}{{protection.MotorLeads, w.lead}, {protection.SupplyLines, w.supply}} {
		if d.Machines[0].Protection.Relay == protection.SupplyLines != (way.relay == protection.SupplyLines) {
			continue
		}
		least := math.Inf(1)
		idle := w.at(d, p, 0)
		for i := max(idle, 0); i < len(w.slip); i++ {
			if w.worst[i] >= 1.004 {
				least = min(least, way.pole[i])
			}
		}
		if set := figure("relay"); set > 1.006*least {
			breaks("3: the relay at %g A, a winding reaches plate at %.3f A in its poles", set, least)
		}
		for _, f := range p.Findings {
			if f.ID == "protection.relay" && f.Grade == finding.Good {
				if set, _, _ := unit.Amps.One(d.Machines[0].Protection.RelaySet); set > 1.01*least {
					breaks("3: %g A is called good, a winding reaches plate at %.3f A", set, least)
				}
			}
		}
	}
	if amps, c, ok := carries("conductor"); ok {
		if amps < 1.24*max(mostLead, mostSupply) {
			breaks("4: %s carries %g A, a lead carries %.2f A", c, amps, max(mostLead, mostSupply))
		}
		if amps < figure("relay") {
			breaks("4: the relay at %g A does not guard %s", figure("relay"), c)
		}
		if rules == table.Metric && breaker > amps {
			breaks("4: %g A does not guard %s", breaker, c)
		}
	}
	if amps, c, ok := carries("capacitor-wire"); ok && amps < 1.34*mostCan {
		breaks("4: the capacitor's %s carries %g A, %.2f A flow", c, amps, mostCan)
	}
	// A wire or breaker as entered is called good only where it is.
	entered, okEntered, _ := unit.ParseConductor(d.Machines[0].Protection.Conductor)
	if amps, ok := table.Ampacity(entered.SquareMM, entered.AWG); okEntered && ok {
		for _, f := range p.Findings {
			if f.ID == "protection.conductor" && f.Grade == finding.Good && amps < 1.24*max(mostLead, mostSupply) {
				breaks("4: %s is called good under %.2f A", entered, max(mostLead, mostSupply))
			}
		}
	}
	return broken
}

// The law of advice over the corpus, with the solver as witness. A sample every
// day, all of it with -law.all; a job that breaks it is written with -law.to.
func TestTheLawHoldsOverTheCorpus(t *testing.T) {
	plates := corpus(t)
	rounds := 2
	if *lawAll {
		rounds = 40
	}
	type fault struct {
		text string
		d    job.Document
	}
	var mu sync.Mutex
	faults, planned := map[string][]fault{}, 0
	var group sync.WaitGroup
	work := make(chan func())
	for range 2 {
		group.Add(1)
		go func() {
			defer group.Done()
			for do := range work {
				do()
			}
		}()
	}
	for i, c := range plates {
		for round := range rounds {
			work <- func() {
				r := rand.New(rand.NewPCG(uint64(i), uint64(round)))
				d := lawCase(c, r)
				if len(d.Validate()) > 0 {
					return
				}
				p := job.Make(d)
				broken := law(t, d, p)
				if again, _ := json.Marshal(job.Make(d)); round == 0 {
					one, _ := json.Marshal(p)
					if string(one) != string(again) {
						broken = append(broken, "12: the same document made another plan")
					}
				}
				broken = append(broken, curesGo(d, p)...)
				mu.Lock()
				defer mu.Unlock()
				planned++
				for _, b := range broken {
					key, _, _ := strings.Cut(b, "(")
					if len(key) > 34 {
						key = key[:34]
					}
					faults[key] = append(faults[key], fault{c.ID + ": " + b, d})
				}
			}
		}
	}
	close(work)
	group.Wait()
	for key, list := range faults {
		t.Errorf("%d × %s", len(list), list[0].text)
		if *lawTo != "" {
			text, _ := json.MarshalIndent(list[0].d, "", " ")
			require.NoError(t, os.WriteFile(filepath.Join(*lawTo, regexp.MustCompile(`\W+`).ReplaceAllString(key, "-")+".json"), text, 0o644))
		}
	}
	require.Greater(t, planned, 200*rounds)
}

// withEntry is a document with another text at a path.
func withEntry(d job.Document, path, value string) job.Document {
	text, _ := json.Marshal(d)
	var all map[string]any
	_ = json.Unmarshal(text, &all)
	parts := strings.Split(path, ".")
	into := all
	for _, part := range parts[:len(parts)-1] {
		switch next := into[part].(type) {
		case map[string]any:
			into = next
		case []any: // machines by their ids
			into = map[string]any{}
			for i, m := range d.Machines {
				into[m.ID] = next[i]
			}
		default:
			made := map[string]any{}
			into[part], into = made, made
		}
	}
	if field := parts[len(parts)-1]; value == "" {
		delete(into, field)
	} else {
		into[field] = value
	}
	text, _ = json.Marshal(all)
	var out job.Document
	_ = json.Unmarshal(text, &out)
	return out
}
