package capacitor

import (
	"math"

	"graybridge/core/arrange"
	"graybridge/core/machine"
	"graybridge/core/search"
	"graybridge/core/site"
)

// pairBands gives every figure of the pair where it may lie, over the motors that would
// print the same plate, and says which verdict would change inside that.
func pairBands(o *Solved, p *Pair, j arrange.Joint, backward bool, uf [2]float64, most float64) {
	figures, readings := site.Bands{}, site.Bands{}
	loads := pairLoads(&o.Read)
	verdicts := map[string][]float64{}
	kind := pairWants(&o.Read, 0, 1).Kind
	for _, t := range o.twins {
		w := pairWants(&o.Read, 0, 1)
		w.Model, w.Volts = t.Model, t.Line*w.Volts
		s, err := w.Solve(j, backward)
		if err != nil {
			continue
		}
		s.Set([2]float64{t.Can * uf[0], t.Can * uf[1]})
		figures.Add("start", s.Torque(1)/t.Model.RatedTorqueNm)
		figures.Add("continuous", mostNear(s, kind, most))
		for _, one := range loads {
			x := pairUnder(s, kind, t.Load*one.share)
			if !x.runs {
				verdicts[one.id] = append(verdicts[one.id], site.Stalled)
				continue
			}
			worst, _ := x.worst()
			figures.Add(one.id, worst)
			verdicts[one.id] = append(verdicts[one.id], min(worst, site.Stalled))
			if one.id != "usual" {
				continue
			}
			for k, y := range x.shares {
				readings.Add("winding-"+string(rune('u'+k)), y*t.Model.WindingAmps)
			}
			readings.Add("supply", x.supply)
			readings.Add("c1", x.volts[0])
			readings.Add("c2", x.volts[1])
			readings.Add("rpm", pairRPM(&o.Read, x.slip))
		}
	}
	figures.Stretch()
	readings.Stretch()
	for i := range p.Figures {
		if b := figures[p.Figures[i].ID]; b != nil {
			p.Figures[i].Band = b.Value("%")
		}
	}
	units := map[string]string{"rpm": "rpm", "c1": "V", "c2": "V"}
	for i := range p.Expect {
		e := &p.Expect[i]
		u := units[e.ID]
		if u == "" {
			u = "A"
		}
		e.Band = readings[e.ID].Text(u)
	}
	for _, one := range loads {
		if one.id == "idle" && o.Site.Load.Lightest > 0 {
			continue // not a load that occurs
		}
		own, runs := site.Stalled, p.seen[one.id]
		if runs.runs {
			own, _ = runs.worst()
		}
		band, part, doubtful := site.Flips(own, verdicts[one.id])
		if !doubtful || len(verdicts[one.id]) != len(o.twins) {
			continue
		}
		p.Doubt = pairWouldChange(o, one, own, band, part, verdicts)
		return
	}
}

// mostNear is the share of load up to which every winding of a solved pair is inside plate,
// by secants from a share near; what they do not find is looked for everywhere.
func mostNear(s *arrange.Solved, kind machine.LoadKind, near float64) float64 {
	if near <= 0 {
		return s.Most()
	}
	over := func(share float64) float64 {
		x := pairUnder(s, kind, share)
		if !x.runs {
			return math.NaN()
		}
		worst, _ := x.worst()
		return worst - 1
	}
	if share, ok := search.Secant(over, near, -0.03, carryWithin); ok {
		return share
	}
	return s.Most()
}
