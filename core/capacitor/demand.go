package capacitor

import (
	"iter"

	"graybridge/core/each"
)

// Demand is what the bridge asks of breaker, wire and relay over every load that
// occurs, lightest to heaviest.
type Demand struct {
	Usual, Heaviest, Idle Seen
	Watched               Watched // by a relay's poles
	MostLead, MostSupply  float64 // over every load that can occur
	Carried               Carried // over the loads that were entered
	HeavySlip             float64
	Capacitor             float64
	StartAmps             float64 // from the line
}

// Carried are the greatest amps over the loads that were entered, those at the usual load, and
// whether every winding stays within plate there.
type Carried struct {
	Lines, Leads           float64
	UsualLines, UsualLeads float64
	Worst                  float64
}

// add counts a load in.
func (c *Carried) add(s Seen) {
	c.Lines, c.Leads = max(c.Lines, s.Supply), max(c.Leads, s.Leads[0], s.Leads[1], s.Leads[2])
	c.Worst = max(c.Worst, s.Worst)
}

// usual notes what flows at the usual load.
func (c *Carried) usual(s Seen) {
	c.UsualLines, c.UsualLeads = s.Supply, max(s.Leads[0], s.Leads[1], s.Leads[2])
}

// Demand of the bridge; ok is false where the loads that occur are not carried.
func (o *Solved) Demand() (d Demand, ok bool) {
	if o.Answer == nil {
		return d, false
	}
	return demand(o, *o.Answer)
}

// DemandWith is the same with another run capacitor in circuit; what belongs to the start and to
// the capacitor itself is left out.
func (o *Solved) DemandWith(microfarad float64) (d Demand, ok bool) {
	l := o.Site.Load
	a := Answer{Microfarad: microfarad}
	a.Usual, a.UsualRuns = o.Bridge.Run(microfarad, l.At(l.Usual))
	a.Idle, _ = o.Bridge.Run(microfarad, l.At(l.Lightest))
	a.Heavy, a.HeavyRuns = o.Bridge.Run(microfarad, l.At(l.Heaviest))
	return demand(o, a)
}

func demand(o *Solved, a Answer) (d Demand, ok bool) {
	if !a.UsualRuns || !a.HeavyRuns {
		return d, false
	}
	l := o.Site.Load
	d = Demand{Usual: seen(&o.Read, a.Usual), Heaviest: seen(&o.Read, a.Heavy), Idle: seen(&o.Read, a.Idle),
		Capacitor: a.CapacitorAmps,
		HeavySlip: a.Heavy.Slip,
		Watched:   o.Bridge.Watch(a.Microfarad, l.At(lightestEntered(l))), StartAmps: a.StartSupplyAmps}
	const steps = 8
	loads := []float64{l.Usual}
	for i := range steps + 1 {
		loads = append(loads, l.Lightest+(l.Heaviest-l.Lightest)*float64(i)/steps)
	}
	for _, share := range loads {
		p, runs := o.Bridge.Run(a.Microfarad, l.At(share))
		if !runs {
			continue
		}
		s := seen(&o.Read, p)
		d.MostLead = max(d.MostLead, s.Leads[0], s.Leads[1], s.Leads[2])
		d.MostSupply, d.Capacitor = max(d.MostSupply, s.Supply), max(d.Capacitor, p.Capacitor)
		if share >= lightestEntered(l)-1e-9 {
			d.Carried.add(s)
		}
	}
	d.Carried.usual(d.Usual)
	return d, true
}

// Demands is what the twins ask, beside the motor's own demand d.
func (o *Solved) Demands(d Demand) iter.Seq[Demand] {
	q := o.question
	watched := make([]Watched, len(o.twins))
	each.Of(len(o.twins), func(i int) { watched[i] = o.twins[i].watched(o.Answer.Microfarad, d.Watched) })
	return func(yield func(Demand) bool) {
		for i, t := range o.twins {
			if len(t.points[q.Usual].Windings) == 0 || len(t.points[q.Heaviest].Windings) == 0 {
				continue
			}
			own := d
			own.Usual, own.Heaviest = seen(&o.Read, t.points[q.Usual]), seen(&o.Read, t.points[q.Heaviest])
			own.Idle = seen(&o.Read, t.points[q.Lightest])
			own.StartAmps = abs(t.start.SupplyAmps)
			own.MostLead, own.MostSupply, own.Capacitor, own.Carried = 0, 0, 0, Carried{}
			own.Carried.usual(own.Usual)
			for share, p := range t.points {
				s := seen(&o.Read, p)
				if share >= lightestEntered(o.Site.Load)-1e-9 {
					own.Carried.add(s)
				}
				own.MostLead = max(own.MostLead, s.Leads[0], s.Leads[1], s.Leads[2])
				own.MostSupply, own.Capacitor = max(own.MostSupply, s.Supply), max(own.Capacitor, p.Capacitor)
			}
			own.Watched = watched[i]
			if !yield(own) {
				return
			}
		}
	}
}
