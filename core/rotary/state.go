package rotary

import (
	"math"
	"math/cmplx"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// Feed is what a converter gives every motor on it.
func Feed(lineVolts float64) site.Feed {
	return site.Feed{Volts: lineVolts, ThreeFed: true, Third: "L3"}
}

// Member is the motor that is planned; nil where it is none of the converter's.
func (o *Read) Member() *Member {
	if o.Idler != nil && o.One == o.Idler.ID {
		return o.Idler
	}
	for i := range o.Machines {
		if o.Machines[i].ID == o.One {
			return &o.Machines[i]
		}
	}
	return nil
}

// IsIdler says that the motor planned is the idler itself.
func (o *Read) IsIdler() bool { return o.Idler != nil && o.One == o.Idler.ID }

// settled is where the motor planned ends up.
type settled struct {
	slip           float64
	starts, crawls bool
	runs           bool
	idlerFalls     bool
	gives          float64 // torque at standstill, N·m
}

// beside brings the machine planned to speed beside the spinning idler.
func beside(o *Read, d *fed) (out settled) {
	m, idler := o.Member().Site, o.Idler.Site
	none := machine.Load{Kind: machine.NoLoad}
	load, up := m.Load.At(m.Load.Usual), m.Load.RunUp()
	d.set(d.one, 1)
	held := d.runs(0, idler.Model, none, 0)
	if math.IsNaN(held) {
		return settled{slip: 1, idlerFalls: true}
	}
	out.gives = d.torque(d.one, 1)
	against := m.Model.FrictionNm + m.Model.RatedTorqueNm*math.Max(m.Load.StartShare(), BeltShare)
	out.starts = out.gives > against
	// On the way up: somewhere below speed the load may hold it.
	surplus := m.Model.Surplus(func(slip float64) float64 { return d.torque(d.one, slip) }, up, d.circuit.FrequencyHz)
	d.set(d.one, 0.01)
	if at := d.runs(0, idler.Model, none, 0); math.IsNaN(at) {
		return settled{slip: 1, idlerFalls: true, gives: out.gives}
	}
	way := machine.Settle(surplus)
	at, idlerAt := 0.0, 0.0
	for range 40 {
		next := d.runs(d.one, m.Model, load, at)
		if math.IsNaN(next) {
			out.slip = 1
			d.set(d.one, 1)
			d.runs(0, idler.Model, none, 0)
			return out
		}
		moved := math.Abs(next - at)
		at = next
		idlerAt = d.runs(0, idler.Model, none, idlerAt)
		if math.IsNaN(idlerAt) {
			out.slip, out.idlerFalls = 1, true
			return out
		}
		if moved < 1e-8 {
			break
		}
	}
	out.runs, out.slip, out.crawls = true, at, out.starts && way.Crawls
	switch {
	case !out.starts:
		out.slip = 1
	case out.crawls:
		out.slip = way.Slip
	}
	d.set(d.one, out.slip)
	d.runs(0, idler.Model, none, 0)
	return out
}

// alone lets the idler, once spun, find its speed.
func alone(o *Read, d *fed) (out settled) {
	none := machine.Load{Kind: machine.NoLoad}
	at := d.runs(0, o.Member().Site.Model, none, 0)
	if math.IsNaN(at) {
		d.set(0, 1)
		return settled{slip: 1}
	}
	return settled{slip: at, runs: true, starts: true}
}

// settle fills a state's figures.
func settle(o *Solved, s *site.State, f site.Fed) {
	s.Solved = true
	d, err := feed(o, f)
	if err != nil {
		s.Solved, s.Verdict = false, site.NotSolved
		return
	}
	at := settled{}
	if o.IsIdler() {
		at = alone(&o.Read, d)
	} else {
		at = beside(&o.Read, d)
	}
	if err := d.solver.Solve(); err != nil || d.err != nil {
		s.Short, s.Grade, s.Verdict = true, finding.Stop, shorted
		return
	}
	s.Runs, s.Starts = at.runs, at.starts
	fill(&o.Read, s, d, at)
	words(&o.Read, s, o.outcome(s, d, at, f))
}

func fill(o *Read, s *site.State, d *fed, at settled) {
	m := o.Member().Site
	lead := map[string]complex128{}
	for k, c := range d.circuit.Machines[d.one].Coils {
		amps := d.solver.CoilAmps(d.one, k)
		s.Coils[k].Carries(
			cmplx.Abs(d.solver.CoilVolts(d.one, k)),
			cmplx.Abs(amps),
			cmplx.Abs(amps)/m.Model.WindingAmps,
		)
		for _, l := range leads.Lines {
			if d.joined(l, c.Start) {
				lead[l] += amps
			}
			if d.joined(l, c.Finish) {
				lead[l] -= amps
			}
		}
	}
	for _, p := range [][2]string{{"L1", "L2"}, {"L1", "L3"}, {"L2", "L3"}} {
		s.Between = append(
			s.Between,
			site.Between{A: p[0], B: p[1], Volts: unit.Whole(cmplx.Abs(d.solver.Volts(p[0], p[1])), "V"),
				Value: cmplx.Abs(d.solver.Volts(p[0], p[1]))},
		)
	}
	for _, l := range leads.Lines {
		s.Lines = append(
			s.Lines,
			site.LineAmps{Line: l, Amps: cmplx.Abs(lead[l]), Text: site.AmpsText(cmplx.Abs(lead[l]))},
		)
	}
	s.Supply = cmplx.Abs(d.solver.SourceAmps(0))
	s.SupplyT = site.AmpsText(s.Supply)
	s.Volts = unit.Whole(cmplx.Abs(d.solver.Volts("L1", "L2")), "V")
	sync := 120 * d.circuit.FrequencyHz / float64(m.Model.Eq.Poles)
	s.Speed = math.Max(0, (1-at.slip)*sync)
	s.RPM = unit.Whole(s.Speed, "rpm")
	torque := d.torque(d.one, at.slip)
	if at.slip < 1 {
		torque -= m.Model.FrictionNm
	}
	s.Torque = unit.Text(math.Max(0, torque), "N·m")
	var volts [3]float64
	for i, p := range [][2]string{{"L1", "L2"}, {"L2", "L3"}, {"L3", "L1"}} {
		volts[i] = cmplx.Abs(d.solver.Volts(p[0], p[1]))
	}
	s.Unbal = unit.Text(machine.UnbalancePercent(volts), "%")
	if s.Starts {
		s.Turns = map[bool]string{false: "clockwise", true: "anticlockwise"}[d.backward]
	}
}

// worst is the coil with the most amps over plate.
func worst(s *site.State) (coil string, share float64) {
	for _, c := range s.Coils {
		if c.Share > share {
			coil, share = c.Name, c.Share
		}
	}
	return coil, share
}

// Planned is the street's index of the machine planned; -1 for the idler or one that
// is not counted.
func (o *Read) Planned() int {
	for i := range o.Counted {
		if o.id(i) == o.One {
			return i
		}
	}
	return -1
}

// breakerOpens is how many times plate line amps, drawn on and on, no breaker of a
// motor circuit holds.
const breakerOpens = 4.0

// fate is what becomes of the motor planned, fed as it is.
type fate int

// The fates, in the order in which they rule each other out.
const (
	fights fate = iota // two half coils drive a short through each other
	trips              // it takes what no breaker holds
	dead               // nothing flows
	pulls              // it pulls the idler down
	fades              // the idler does not keep turning
	hums               // it stands at more than rated amps
	stands             // it stands, with too little torque
	crawls
	stalls
	burns
	overworked // above plate, short runs only
	weak       // slow for its plate
	idles
	works
)

// outcome is a fate with the facts that its words need.
type outcome struct {
	fate     fate
	coil     string  // the worst winding
	share    float64 // its amps over plate
	most     float64 // amps in the busiest lead
	one, two string  // half coils that fight
}

// outcome of a settled state.
func (o *Read) outcome(s *site.State, d *fed, at settled, f site.Fed) outcome {
	model := o.Member().Site.Model
	out := outcome{}
	out.coil, out.share = worst(s)
	for _, l := range s.Lines {
		out.most = math.Max(out.most, l.Amps)
	}
	var fight bool
	out.one, out.two, fight = leads.Fighting(d.circuit.Machines[d.one].Coils, f.Joints)
	rpm := (1 - at.slip) * 120 * d.circuit.FrequencyHz / float64(model.Eq.Poles)
	for _, one := range []struct {
		when bool
		fate fate
	}{
		{fight && out.share > 1.5, fights},
		{at.runs && at.slip < 0.35 && out.most > breakerOpens*model.LineAmps, trips},
		{out.most < site.NothingFlows, dead},
		{at.idlerFalls, pulls},
		{o.IsIdler() && !at.runs, fades},
		{!at.starts && out.share > 1, hums},
		{!at.starts, stands},
		{at.crawls, crawls},
		{!at.runs || at.slip > 0.35, stalls},
		{out.share > near, burns},
		{out.share > 1, overworked},
		{rpm < 0.97*model.RPM, weak},
		{o.IsIdler(), idles},
	} {
		if one.when {
			out.fate = one.fate
			return out
		}
	}
	out.fate = works
	return out
}
