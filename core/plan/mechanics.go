package plan

import (
	"math"

	"graybridge/core/bridge"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/fit"
	"graybridge/core/load"
	"graybridge/core/makeup"
	"graybridge/core/stores"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// mechanics puts what stands between the shaft and the tool into a plan: the belt, and the
// motor in another's place.
func (r *reading) mechanics(p *Plan, g bridge.Guarded) {
	belt, said := r.site.Load.Belted(r.running(g))
	p.Belt = belt
	p.say(said...)
	f := r.fit
	own := &f.NewTerms
	if f.OtherIs == "new" {
		own = &f.OldTerms
	}
	if room := g.Room; room != nil && room.Continuous > 0 && own.RPM > 0 {
		own.SlowRPM, own.SlowNm, own.SlowBy = r.slowest(p, own, room)
	}
	made, said := r.makeUp.Judge(r.around(g))
	p.MakeUp = made
	p.say(said...)
	view, said := f.Compare(r.site.Load.Belt.Ratio())
	p.Fit = view
	p.say(said...)
}

// around is what the make-up of the motor's box leans on.
func (r *reading) around(g bridge.Guarded) makeup.Around {
	wire := r.bridge.BoxWire(g)
	a := makeup.Around{Bridge: r.doc.Bridge.Kind, Wire: wire, Earth: wire, Lines: 3,
		Gauge: r.site.Gauge, Own: r.doc.Workshop.Tables, Electrons: r.doc.Bridge.Kind == document.KindDrive ||
			r.doc.Bridge.Kind == document.KindDC}
	if lying := stores.Glands(r.doc.Workshop.Stores); len(lying) > 0 && (a.Own == nil || len(a.Own.Glands) == 0) {
		own := table.Own{Source: glandsLying}
		if a.Own != nil {
			own = *a.Own
			own.Source += "; " + glandsLying
		}
		own.Glands, a.Own = lying, &own
	}
	if g.Choice != nil && g.Choice.Earth != (unit.Conductor{}) {
		a.Earth = g.Choice.Earth
	}
	if r.site.Feed.Brushed {
		a.Lines, a.Leads = 2, 2
		if r.site.Direct.Field() {
			a.Lines, a.Leads = 4, 4
		}
		return a
	}
	a.Leads = len(r.site.Hand.Kind.Terminals())
	return a
}

// slowest is what this motor gives all day at the slowest speed that is used.
func (r *reading) slowest(p *Plan, own *fit.Terms, room *load.Room) (rpm, nm float64, by string) {
	if p.Drive != nil && len(p.Drive.Envelope) > 0 {
		for _, at := range p.Drive.Envelope {
			if at.Hz >= p.Drive.LeastHz-1e-9 && r.site.Model != nil && at.RPM > 0 {
				return at.RPM, at.Continuous * r.site.Model.RatedTorqueNm, slowByDrive
			}
		}
	}
	if rpm = room.RPM; rpm == 0 {
		rpm = own.RPM
	}
	return rpm, room.Continuous * own.Torque(), slowAllDay
}

const (
	slowByDrive = "all day, on the drive"
	slowAllDay  = "all day, one speed"
)

// running is how the motor runs that drives the belt.
func (r *reading) running(g bridge.Guarded) load.Running {
	out := load.Running{Mark: finding.Computed}
	if g.Room != nil {
		out.RPM, out.Gives = g.Room.RPM, g.Room.Continuous
	}
	if r.site.Feed.Brushed {
		if out.RPM == 0 {
			out.RPM, out.Mark = r.site.Direct.RPM, finding.FromPlate
		}
		out.MostAmps, out.MostOf = r.site.Direct.Amps, armaturePlate
		return out
	}
	if out.RPM == 0 {
		out.RPM, out.Mark = r.site.Plate.RPM, finding.FromPlate
	}
	m := r.site.Model
	if m == nil {
		return out
	}
	if r.doc.Bridge.Kind == document.KindDrive || r.doc.Bridge.Kind == document.KindRotary {
		out.MostAmps, out.MostOf = m.LineAmps, platesAmps
		out.IdleAmps = m.NoLoadAmps()
		return out
	}
	// Where idling already overheats a winding, the amps of a supply line say nothing.
	if least := g.Asks.Lines.Least; least > g.Asks.Usual.Supply && !math.IsInf(least, 1) {
		out.MostAmps, out.MostOf = least, lineLimit
	}
	return out
}

const glandsLying = "as printed on what lies in the stores"

const (
	armaturePlate = "the armature's plate"
	platesAmps    = "the plate"
	lineLimit     = "a supply line at which a winding reaches plate"
)

// terms are what this motor takes and gives at its plate.
func (r *reading) terms() (t fit.Terms) {
	if r.site.Feed.Brushed {
		d := &r.site.Direct
		return fit.Terms{VoltAmps: d.Volts * d.Amps, Watts: d.ShaftWatts, RPM: d.RPM}
	}
	p := &r.site.Plate
	return fit.Terms{VoltAmps: math.Sqrt(3) * r.site.Column.At * r.site.Column.Amps, Watts: p.ShaftWatts, RPM: p.RPM}
}
