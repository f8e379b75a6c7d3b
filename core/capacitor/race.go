package capacitor

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// Racer is an overload relay as it races the winding: its setting, how it is wired, and the
// latest time in minutes after which it lets go at so many times its setting, +Inf where it
// may hold.
type Racer struct {
	Name    string
	Set     float64
	InLines bool
	Trips   func(times float64) float64
}

// RacePoint is one overload: what the relay's busiest pole carries over its setting, what
// the worst winding carries over plate, and when either is at its end, in minutes. Negative
// minutes stand for never.
type RacePoint struct {
	Times   float64 `json:"times"`
	Worst   float64 `json:"worst"`
	Relay   float64 `json:"relay_minutes"`
	Winding float64 `json:"winding_minutes"`
	AtTrip  float64 `json:"at_trip_celsius"` // the winding when the relay lets go
	Text    string  `json:"text"`
	First   string  `json:"first" enum:"relay,winding,neither"`
	// The same in the words of a table; empty for those between that are not in it.
	Row *RaceRow `json:"row,omitempty"`
}

// RaceRow is an overload in the words of a table.
type RaceRow struct {
	Times   string `json:"times"`
	Worst   string `json:"worst"`
	Relay   string `json:"relay"`
	Winding string `json:"winding"`
}

// raceRows is how many overloads stand in the table, the last of them the standstill.
const raceRows = 6

// rows puts every so many of the overloads into words.
func (r *Race) rows() {
	words := func(minutes float64, never string) string {
		if minutes < 0 {
			return never
		}
		return minutesText(minutes)
	}
	step := max(1, (len(r.Points)+raceRows-1)/raceRows)
	for i := range r.Points {
		if p := &r.Points[i]; (len(r.Points)-1-i)%step == 0 {
			p.Row = &RaceRow{unit.Three(p.Times) + " × its setting", unit.Percent(p.Worst) + " of plate",
				words(p.Relay, "may hold"), words(p.Winding, "never")}
		}
	}
}

// Stretch is a part of a load range, as shares of rated torque.
type Stretch struct {
	From float64 `json:"from"`
	To   float64 `json:"to"`
}

// Blind is where a relay in the supply lines, set to some amps, lets a winding pass its plate
// amps unseen: from the lightest such load on, without a gap; at heavy load it sees again.
// nil where it is nowhere blind.
func Blind(points []RangePoint, set float64) *Stretch {
	var out *Stretch
	for _, p := range points {
		blind := p.Worst > 1 && p.SupplyAmps < set
		switch {
		case blind && out == nil:
			out = &Stretch{p.Load, p.Load + 0.01}
		case blind:
			out.To = max(out.To, p.Load)
		case out != nil:
			return out
		}
	}
	return out
}

// Race is the relay's trip curve beside the winding's heat, from the load where a winding
// passes its rated amps to standstill, the motor warm from its usual load.
type Race struct {
	Relay  string      `json:"relay"`
	Points []RacePoint `json:"points" nullable:"false"`
}

// Strain is what heats the motor there; the fan turns with it.
func (p Point) Strain() machine.Strain {
	w := p.worst().Share
	return machine.Strain{Winding: w * w, Losses: p.LossShare, Cooling: 1}
}

// raceSlips is how many overloads are looked at, between the usual load and standstill.
const raceSlips = 24

// RaceWith follows the motor from its usual load over stall to standstill, the relay's
// poles beside its windings.
func (o *Solved) RaceWith(r Racer) (out Race, ok bool) {
	a := o.Answer
	if a == nil || !a.UsualRuns || !(r.Set > 0) {
		return out, false
	}
	out = Race{Relay: r.Name, Points: []RacePoint{}}
	before, heat := a.Usual.Strain(), o.question.heat()
	for i := range raceSlips + 1 {
		slip := a.Usual.Slip * math.Pow(1/a.Usual.Slip, float64(i)/raceSlips)
		p, err := o.Bridge.At(a.Microfarad, slip)
		if err != nil || p.worst().Share <= 1 && p.worst().Share <= a.Usual.worst().Share {
			continue
		}
		s := seen(&o.Read, p)
		pole := max(s.Leads[0], s.Leads[1], s.Leads[2])
		if r.InLines {
			pole = s.Supply
		}
		strain := p.Strain()
		strain.Cooling = machine.FanCool(max(0, p.RPM) / o.Site.Model.RPM)
		strain.Cooling *= strain.Cooling
		one := RacePoint{Times: pole / r.Set, Worst: s.Worst, Relay: r.Trips(pole / r.Set),
			Winding: heat.Minutes(before, strain), First: "neither"}
		switch {
		case one.Winding < one.Relay:
			one.First = "winding"
		case !math.IsInf(one.Relay, 1):
			one.First = "relay"
		}
		held := one.Relay
		if math.IsInf(held, 1) {
			held = 120
		}
		one.AtTrip = heat.AirC + heat.LimitK*heat.Rise(machine.Phase{Strain: before, Minutes: 600},
			machine.Phase{Strain: strain, Minutes: held})
		one.Text = fmt.Sprintf("%s × its setting: relay %s; winding %s at %s of rated amps", unit.Three(one.Times),
			within(one.Relay), after(one.Winding), unit.Percent(s.Worst))
		for _, x := range []*float64{&one.Relay, &one.Winding} {
			if math.IsInf(*x, 1) {
				*x = -1
			}
		}
		out.Points = append(out.Points, one)
	}
	out.rows()
	return out, len(out.Points) > 0
}

func within(minutes float64) string {
	if math.IsInf(minutes, 1) {
		return "may hold"
	}
	return "lets go within " + minutesText(minutes)
}

func after(minutes float64) string {
	if math.IsInf(minutes, 1) {
		return "stays inside its class"
	}
	return "passes its class after " + minutesText(minutes)
}

// shortlyC is what a winding bears over its class for the moments until a relay lets go
// (guide value).
const shortlyC = 105.0

// JudgeRace says which is first at a stall, and whether the relay may hold while a winding
// that it watches gets too hot.
func (o *Solved) JudgeRace(r Race) (out []finding.Finding) {
	heat := o.question.heat()
	class := heat.AirC + heat.LimitK
	stall := r.Points[len(r.Points)-1]
	why := []finding.Why{site.HeatWhy(heat, stall.Text), {Formula: "lets go, hot, within 2 h at 1.2 ×, 2 or 4 min at " +
		"1.5 ×, 10 or 20 s at 7.2 × its setting (class 10 or 20)", Numbers: r.Relay, Section: finding.OnProtection,
		Source: "relay's class, guide value", Estimated: true}}
	f := sayRace(stall, class, why)
	switch {
	case stall.Relay < 0:
		f.Grade, f.Sentence = finding.Caution, relayHoldsStalled
		f.Detail = relayHoldsCure
	case stall.AtTrip > class+shortlyC:
		f.Detail = stalledTooLong(heat)
	default:
		f.Detail = stalledBears
	}
	out = append(out, f)
	for _, p := range r.Points {
		if p.Relay >= 0 || p.Winding <= 0 || p.Worst <= 1 { // too hot at the usual load: said of the bridge
			continue
		}
		return append(out, sayRaceSlow(p, why))
	}
	return out
}
