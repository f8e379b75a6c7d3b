package rotary

import (
	"math"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Noted is what is there already, as entered; zero: nothing.
type Noted struct {
	Breaker    float64 // A
	Conductor  unit.Conductor
	Relay      bool // an overload relay with a pole in each lead
	NoRelay    bool // said that there is none
	Thermistor bool
	Elsewhere  bool // a relay wired in another way than a pole in each lead
	RelaySet   float64
}

// Sized is what stands between the panel and the motor planned, or ahead of the whole
// converter where that is the idler.
type Sized struct {
	Amps      float64 // the greatest that flow for long
	StartAmps float64
	From      string // what the amps are counted from
	Breaker   float64
	Most      float64 // the greatest breaker that still suits
	Conductor unit.Conductor
	Earth     unit.Conductor
	Carries   float64 // greatest amps in a lead of the motor over the states that occur
	Least     float64 // amps of the busiest lead where a winding first comes to plate
	Could     float64 // A: the greatest setting that guards the windings
	RelaySet  float64 // the same where it carries the load too, else 0
	Poles     string
}

// Room is what the converter leaves the load of the machine planned; nil for the idler.
func (o *Solved) Room() *load.Room {
	i := o.Planned()
	if o.Answer == nil || i < 0 {
		return nil
	}
	e, m := o.Answer.Each[i], o.At(i).Site
	room := &load.Room{
		Mark:       o.Mark(),
		RatedNm:    m.Model.RatedTorqueNm,
		Continuous: e.Continuous,
		Start:      e.Start.Torque,
		StartBy:    "beside the spinning idler",
	}
	if e.Alone.Runs {
		s := e.Alone.Machines[i]
		room.RPM = s.RPM
		room.Watts = m.Load.Usual * m.Model.RatedTorqueNm * s.RPM * math.Pi / 30
		if m.Load.Kind == machine.Fan {
			share := m.Model.SpeedShare(s.Slip, m.Supply.Hertz)
			room.Watts *= share * share
		}
	}
	return room
}

// Size sizes the motor planned; ok is false while it is not in the street.
func (o *Solved) Size() (z Sized, ok bool) {
	i := o.Planned()
	if o.Answer == nil || i < 0 && !o.IsIdler() {
		return z, false
	}
	return sizeOf(o, i), true
}

// sizeOf sizes a machine of the street, or the whole converter for -1.
func sizeOf(o *Solved, i int) (z Sized) {
	if i < 0 {
		return finish(&o.Read, i, sizeConverter(o))
	}
	return finish(&o.Read, i, sizeMachine(o, i))
}

// finish sizes breaker, wire and relay from the amps.
func finish(o *Read, i int, z Sized) Sized {
	m := o.Idler.Site
	if i >= 0 {
		m = o.At(i).Site
	}
	rates := m.Rules.Circuit()
	z.RelaySet = 0
	z.Breaker, _ = m.Rules.Breaker(math.Max(rates.Conductor*z.Amps, z.StartAmps/rates.BreakerHolds))
	z.Most = math.Max(z.Most, z.Breaker)
	ceiling := rates.Ceiling(m.Plate.ServiceFactor) * m.Model.LineAmps
	if z.Could = turned(math.Min(z.Least, ceiling)); table.RelayHolds*z.Could >= z.Carries {
		z.RelaySet = z.Could
	}
	// The breaker guards the wire; of a machine's own circuit in North America its relay may, but
	// that is not always set first.
	z.Conductor, _ = m.Wires().Conductor(math.Max(rates.Conductor*z.Amps, z.Breaker))
	z.Earth = z.Conductor
	if awg, found := table.EarthAWG(z.Breaker); m.Rules == table.NorthAmerica && found {
		z.Earth = unit.Conductor{AWG: awg}
	}
	return z
}

// turned is a relay's setting as its dial can be turned to it, not above amps.
func turned(amps float64) float64 {
	step := 0.5
	if amps < 2 {
		step = 0.05
	} else if amps < 20 {
		step = 0.1
	}
	return math.Round(math.Floor(amps/step+1e-9)*step*100) / 100
}

// sizeConverter counts from the line's amps with all that may run together.
func sizeConverter(o *Solved) Sized {
	a := o.Answer
	z := Sized{
		Amps:  math.Max(a.Most.State.Supply, a.Occasions[0].State.Supply),
		From:  o.During(a.Most),
		Poles: "two-pole",
	}
	if len(a.Most.Running) == 0 {
		z.From = o.During(Occasion{})
	}
	for _, e := range a.Each {
		z.StartAmps = math.Max(z.StartAmps, math.Max(e.Start.Supply, e.Beside.Supply))
	}
	if o.As.StartBy.ByCapacitor() {
		z.StartAmps = math.Max(z.StartAmps, a.IdlerStart.Supply)
	}
	z.Most, _ = o.Idler.Site.Rules.Breaker(2.5 * z.Amps)
	for _, c := range a.Occasions {
		if c.State.Runs {
			z.Carries = math.Max(z.Carries, slices.Max(c.State.Idler.Leads[:]))
		}
	}
	// Idling it carries magnetising amps; what guards it is its own plate.
	z.Least = o.Idler.Site.Model.LineAmps
	return z
}

// sizeMachine counts from the machine's leads and its table amps.
func sizeMachine(o *Solved, i int) Sized {
	m, e := o.At(i).Site, o.Answer.Each[i]
	z := Sized{
		Amps:    math.Max(e.MostLead, m.Model.LineAmps),
		From:    "its plate",
		Poles:   "three-pole",
		Carries: e.Carried,
	}
	if e.MostLead > m.Model.LineAmps {
		z.From = "the busiest lead, predicted"
	}
	if m.Rules == table.NorthAmerica {
		hp := m.Model.ShaftWatts / unit.WattsPerHorsepower
		if fla, from, ok := table.FullLoadAmps(hp, m.Supply.Nominal); ok && fla > z.Amps {
			z.Amps, z.From = fla, from
		}
	}
	z.StartAmps = m.Model.LockedAmpsRatio * m.Model.LineAmps
	z.Most, _ = m.Rules.Breaker(2.5 * z.Amps)
	z.Least = watched(o, i)
	return z
}

// entered says that the load of a machine in a part of the duty was entered: nobody said how
// light it runs where that was left open.
func entered(o *Read, i int, part Part) bool {
	return part != Lightest || o.At(i).Site.Load.LightestSaid
}

// watched is the least amps of a machine's busiest lead at which one of its windings is
// at plate or above, from the lightest load entered to where it falls out, alone.
func watched(o *Solved, i int) float64 {
	m := o.At(i).Site
	most := o.Answer.Each[i].Falls
	if most == 0 {
		most = 5
	}
	kind := m.Load.Kind.Loaded()
	least := m.Model.LineAmps
	duties := make([]Duty, len(o.Counted))
	lightest := m.Load.Usual
	if m.Load.LightestSaid {
		lightest = m.Load.Lightest
	}
	for k := range 24 {
		share := most * float64(k) / 24
		if share < lightest {
			continue
		}
		duties[i] = Duty{Running, machine.Load{Kind: kind, Share: share}}
		st := o.Street.Settle(duties)
		if !st.Runs {
			break
		}
		if _, share := st.Machines[i].Worst(); share >= 1 {
			least = math.Min(least, slices.Max(st.Machines[i].Leads[:])/share)
		}
	}
	return least
}

// Guard judges what is there ahead of the motor planned. mend is what would cure a breaker that
// does not guard its wire.
func (o *Solved) Guard(n Noted) (z Sized, figures []finding.Figure, said []finding.Finding, mend []finding.Cure) {
	z, ok := o.Size()
	if !ok {
		return z, nil, nil, nil
	}
	w := guardWords{o, z, n, guardOf(&o.Read, z, n)}
	figures = guardBands(o, z, n, w.figures())
	say := func(f finding.Finding) {
		f.Bay, f.Planning = finding.Protection, true
		said = append(said, f)
	}
	w.judgeBreaker(say)
	w.judgeWire(say)
	w.judgeRelay(say)
	if o.IsIdler() && len(o.Machines) > 0 {
		say(w.idlerStops())
	}
	return z, figures, said, w.line.Mend()
}

// guardOf is the circuit with what is noted.
func guardOf(o *Read, z Sized, n Noted) site.LineGuard {
	m := o.Member().Site
	g := site.LineGuard{Wires: m.Wires(), Breaker: n.Breaker, Conductor: n.Conductor, Amps: z.Amps,
		StartAmps: z.StartAmps, PlanBreaker: z.Breaker}
	if n.Relay && m.Rules == table.NorthAmerica && !o.IsIdler() {
		g.Relay = n.RelaySet
	}
	return g
}

// rates are what the rules ask of the circuit.
func (w guardWords) rates() table.MotorCircuit { return w.o.Member().Site.Rules.Circuit() }

func (w guardWords) judgeBreaker(say func(finding.Finding)) {
	z, b := w.z, w.n.Breaker
	rates := w.rates()
	running, holds := table.BreakerRuns*z.Amps, rates.BreakerHolds
	switch {
	case z.Breaker == 0 && b == 0:
		say(w.beyond("a breaker for " + unit.Text(rates.Conductor*z.Amps, "A")))
	case b == 0:
		say(w.fitBreaker())
	case b < running:
		say(w.breaker(finding.Caution, "will trip: %s flow for long", running, finding.AtLeast))
	case z.StartAmps > holds*b:
		say(w.breaker(finding.Caution, "may trip at a start: %s for a moment", z.StartAmps/holds, finding.AtLeast))
	case b > w.line.Most():
		say(w.breaker(finding.Caution, "is too large here: %s is the most", w.line.Most(), finding.AtMost))
	default:
		say(w.breaker(finding.Good, "", math.Max(running, z.StartAmps/holds), finding.AtLeast))
	}
}

func (w guardWords) judgeWire(say func(finding.Finding)) {
	z, c := w.z, w.n.Conductor
	carry, known := w.o.Member().Site.Wires().Ampacity(c)
	need := w.line.Wants()
	switch {
	case z.Conductor == (unit.Conductor{}):
		say(w.beyond("a conductor for " + unit.Text(need, "A")))
	case c == (unit.Conductor{}):
		say(w.fitWire())
	case !known:
		say(w.wireUnknown())
	case carry < need:
		say(w.wireThin(carry, need))
	default:
		say(w.wireGood(carry, need))
	}
}

func (w guardWords) judgeRelay(say func(finding.Finding)) {
	z, n := w.z, w.n
	switch {
	case n.Thermistor:
		say(w.thermistor())
	case n.NoRelay:
		say(w.noRelay())
	case n.Elsewhere:
		say(w.relayElsewhere())
	case !n.Relay:
		say(w.fitRelay())
	case z.RelaySet == 0:
		say(w.relayBlind())
	case n.RelaySet == 0:
		say(w.setRelay())
	case n.RelaySet > z.RelaySet*1.0005:
		say(w.relay(finding.Caution, "lets a winding pass its rated amps", z.RelaySet, finding.AtMost))
	case table.RelayHolds*n.RelaySet < z.Carries:
		say(w.relay(finding.Caution, "trips at what occurs", z.Carries/table.RelayHolds, finding.AtLeast))
	default:
		say(w.relay(finding.Good, "trips before a winding stays above rated amps", z.RelaySet, finding.AtMost))
	}
}
