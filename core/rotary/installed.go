package rotary

import (
	"fmt"
	"math"

	"graybridge/core/bridge"
	"graybridge/core/circuit"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/protection"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// Installed is a rotary converter in a plan: of the idler, or of one of its machines.
type Installed struct {
	bridge.Ground
	*Shown
}

// Refitted is the site of the motor planned, as readings on the converter show it.
func (w Installed) Refitted() *site.Site {
	if m := w.Member(); m != nil {
		return m.Site
	}
	return w.AsRead
}

func (w Installed) Read() []finding.Reading { return w.Readings }
func (w Installed) Says() []finding.Finding { return w.Said }
func (w Installed) Settled() bool {
	return w.Answer != nil && (w.IsIdler() ||
		w.Planned() >= 0)
}
func (w Installed) Third() string { return "L3, made line" }

func (w Installed) Settle(id string, f site.Fed, known bool) bridge.State {
	return w.State(id, f, known)
}

func (w Installed) Link(l *bridge.Link) {
	l.CornerTo, l.Branch = "L1", !w.IsIdler()
	if a := w.Answer; a != nil {
		l.Microfarad, l.Chosen = a.Balance.L13+a.Balance.L23, w.Chosen
	}
	if i := w.Planned(); w.Answer != nil && i >= 0 {
		l.Continuous = w.Answer.Each[i].Continuous
	}
}

func (w Installed) Key() string {
	switch {
	case w.Idler == nil:
		return "converter, no idler yet"
	case w.Answer == nil:
		return "converter, idler not entered"
	case math.IsInf(w.Answer.Yours.Worst.Share, 1):
		return "a motor falls out"
	}
	return fmt.Sprintf("converter, worst winding %s", unit.Percent(w.Answer.Yours.Worst.Share))
}

func (w Installed) GuardKey(bridge.Guarded) string {
	z, ok := w.Size()
	if !ok {
		return ""
	}
	return "wants " + bridge.SizeText(z.Breaker) + " and a relay"
}

func (w Installed) MotorKey(wanted *bridge.State) string {
	if !wanted.Runs || len(wanted.Coils) == 0 {
		return ""
	}
	return ", " + wanted.RPM
}

func (w Installed) Ready() (string, bool) {
	if !w.Settled() {
		return "", false
	}
	return w.fitAndStart(), true
}

func (w Installed) BoxWire(g bridge.Guarded) unit.Conductor {
	if g.Noted.Conductor != (unit.Conductor{}) {
		return g.Noted.Conductor
	}
	z, _ := w.Size()
	return z.Conductor
}

// Way is what an arrangement would do beside the idler.
func (w Installed) Way(v *bridge.WayView, r leads.Reach) {
	if w.AsRead.Model == nil || r.Ratio >= 1+leads.Within {
		return
	}
	joints, _ := w.AsRead.Hand.Kind.JointsFor(r.Way).WithLines(w.AsRead.Hand.Kind)
	s := w.State("way", site.Fed{Joints: joints}, true)
	if !s.Solved {
		return
	}
	if !s.Runs {
		v.Worst, v.Text = "stalls", bridge.NotLikeThis(v)
		return
	}
	worst := 0.0
	for _, c := range s.Coils {
		worst = math.Max(worst, c.Share)
	}
	v.Worst = unit.Percent(worst)
}

// OwnCircuit: a machine of the converter has a circuit of its own; the idler's is the converter's feeder.
func (w Installed) OwnCircuit() (motor, relay bool) { return !w.IsIdler(), true }

func (w Installed) Bench(joints leads.Joints) (circuit.BenchCase, bool) {
	if w.AsRead.Model == nil || !w.IsIdler() && w.Street == nil {
		return circuit.BenchCase{}, false
	}
	about := "beside the spinning idler, standing"
	if w.IsIdler() {
		about = "the idler alone, standing"
	}
	return circuit.BenchCase{About: about, Circuit: w.Circuit(site.Fed{Joints: joints})}, true
}

// noted is the protection as the chapter asks for it.
func (w Installed) noted() Noted {
	return Noted{Breaker: w.Protection.Breaker, Conductor: w.Protection.Conductor, RelaySet: w.Protection.RelaySet,
		Relay: w.Protection.Relay == protection.MotorLeads, NoRelay: w.Protection.Relay == protection.NoRelay,
		Thermistor: w.Protection.Relay == protection.Thermistor,
		Elsewhere:  w.Protection.Relay == protection.SupplyLines}
}

// Guarding sizes supply and protection by what the converter draws.
func (w Installed) Guarding(stop *finding.Finding) (g bridge.Guarded) {
	if w.Answer == nil {
		return g
	}
	if w.Room() != nil {
		g.Load, g.Room = w.LoadFigures(), w.Room()
	}
	draw, ok := w.Draw()
	if !ok {
		return g
	}
	g.Supply, g.Judged = w.SupplyFigures(), true
	if stop == nil {
		g.Said, g.Draw = append(g.Said, w.AsRead.Supply.Judge(&draw, w.AsRead.Rules)...), &draw
		stop = bridge.Blocked(g.Said)
	} else {
		g.Said = append(g.Said, w.AsRead.Supply.Judge(nil, w.AsRead.Rules)...)
	}
	if stop != nil {
		g.Said = append(g.Said, bridge.SayWait(stop, bridge.MendFirst("Breaker, wire and relay", "converter")))
		return g
	}
	z, figures, said, mend := w.Guard(w.noted())
	g.Guard, g.Said, g.Mend, g.Sized, g.Most = figures, append(g.Said, said...), mend, true, z.Most
	return g
}

// Turning is the direction behind a converter: the idler's spin makes the sequence,
// any two leads at the machine turn it round.
func (w Installed) Turning() (d bridge.Direction, said []finding.Finding) {
	way := map[bool]string{false: "Clockwise", true: "Anticlockwise"}[w.As.Spun == Backward]
	d = bridge.Direction{
		From:    "facing the shaft end",
		Turns:   way + ", expected",
		Corner:  "L1",
		Forbids: w.AsRead.As.Load.Forbids,
		ShownBy: w.AsRead.As.Load.ShownBy,
		Swap:    exchangeAtStarter,
		Nothing: []string{exchangeAtPanel, bridge.TurnEveryCoil},
		Bump:    []string{idlerUp, bridge.BeltOffKey, lookSecond, bridge.WaitLockOff},
	}
	if w.IsIdler() {
		d.Swap = spinOther
	}
	said = d.Bumped(w.AsRead.As.Leads.Bumped, "the order of the three leads, and the way the idler is spun, are")
	wants := map[load.Turn]string{load.Clockwise: "Clockwise", load.Anti: "Anticlockwise"}[w.AsRead.Load.Turn]
	if w.AsRead.As.Leads.Bumped == "" && w.As.Spun != "" && wants != "" && wants != way && !w.IsIdler() {
		said = append(said, sayOtherWay(way, wants, w.As.Spun))
		d.Turns = way + ", expected: not as it is wanted"
	}
	return d, said
}
