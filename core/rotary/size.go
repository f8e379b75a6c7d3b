package rotary

import (
	"context"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// IdlerSize is one idler tried: a standard size, or a spare motor of the owner's.
type IdlerSize struct {
	Name    string        `json:"name"`
	Own     bool          `json:"own,omitempty"`     // a motor of its plate: on hand, or to be bought
	Price   string        `json:"price,omitempty"`   // of one that is to be bought
	Yours   bool          `json:"yours,omitempty"`   // the one that is planned
	Serves  bool          `json:"serves"`            // every winding inside plate, every machine starts
	Ratio   string        `json:"ratio,omitempty"`   // to the largest machine
	Banks   string        `json:"banks,omitempty"`   // the best pair found for it
	Worst   string        `json:"worst,omitempty"`   // winding over plate
	Weakest string        `json:"weakest,omitempty"` // start with the least to spare
	Text    string        `json:"text"`
	Grade   finding.Grade `json:"grade"`

	worst float64
}

// Sizes are the idlers tried for the machines of a converter, the smallest first.
type Sizes struct {
	Rows   []IdlerSize `json:"rows" nullable:"false"`
	Unread []string    `json:"unread" nullable:"false"` // spares that could not be read
	// Shopping is what an idler for these machines must have, to be taken into a shop.
	Shopping []string `json:"shopping" nullable:"false"`
	Source   string   `json:"source"`
}

// Standard sizes of motors, in horsepower where the rules are North America's, in
// kilowatts elsewhere.
var (
	standardHP = []float64{1, 1.5, 2, 3, 5, 7.5, 10, 15, 20, 25, 30, 40}
	standardKW = []float64{0.75, 1.1, 1.5, 2.2, 3, 4, 5.5, 7.5, 11, 15, 18.5, 22, 30}
)

// after is how many sizes above the first that serves are still shown.
const after = 1

// Sizes tries standard idlers and the owner's spares for the machines there are: for
// each the best pair of banks, its worst winding and the weakest start. The error is
// ErrNoFilm where no machine is counted, or the context's.
func (o *Solved) Sizes(ctx context.Context) (Sizes, error) {
	out := Sizes{Rows: []IdlerSize{}, Unread: []string{}, Shopping: []string{}}
	if o.Answer == nil || len(o.Counted) == 0 {
		return out, ErrNoFilm
	}
	largest := 0.0
	for i := range o.Counted {
		largest = math.Max(largest, o.At(i).Site.Model.ShaftWatts)
	}
	yours, err := tryIdler(o, ctx, o.Street.motors[0].Motor, largest)
	if err != nil {
		return out, err
	}
	yours.Name, yours.Yours = strings.TrimSpace(o.Idler.Site.As.Plate.Power)+", "+o.Idler.Name, true
	for line := range unit.Lines(o.As.Spares) {
		own, price := unit.Priced(line)
		motor, ok := spare(&o.Read, own)
		if !ok {
			out.Unread = append(out.Unread, line)
			continue
		}
		row, err := tryIdler(o, ctx, motor, largest)
		if err != nil {
			return out, err
		}
		row.Name, row.Own, row.Price = own, true, price
		out.Rows = append(out.Rows, row)
	}
	beyond, last := 0, math.Inf(1)
	for _, watts := range standard(&o.Read) {
		if watts < 0.6*largest || beyond > after {
			continue
		}
		motor, source, ok := typical(&o.Read, watts)
		if !ok {
			continue
		}
		out.Source = source
		row, err := tryIdler(o, ctx, motor, largest)
		if err != nil {
			return out, err
		}
		row.Name = sizeName(&o.Read, watts)
		out.Rows = append(out.Rows, row)
		if row.Serves || row.Grade != finding.Stop && last-row.worst < 0.005 { // larger ones hardly help
			beyond++
		}
		last = row.worst
	}
	least := ""
	for _, r := range out.Rows {
		if r.Serves && !r.Own {
			least = r.Name
			break
		}
	}
	out.Shopping = shopping(least, o.Idler.Site.Supply.Volts, american(&o.Read))
	out.Rows = append([]IdlerSize{yours}, out.Rows...)
	return out, nil
}

func american(o *Read) bool { return o.Idler.Site.Rules == table.NorthAmerica }

// standard sizes in watts.
func standard(o *Read) []float64 { return StandardWatts(american(o)) }

// StandardWatts are the sizes that motors are made in, in watts: of horsepower where american,
// else of kilowatts.
func StandardWatts(american bool) []float64 {
	all, unitWatts := standardKW, 1000.0
	if american {
		all, unitWatts = standardHP, unit.WattsPerHorsepower
	}
	out := make([]float64, len(all))
	for i, x := range all {
		out[i] = x * unitWatts
	}
	return out
}

func sizeName(o *Read, watts float64) string {
	if american(o) {
		return strings.Replace(
			unit.Plain(math.Round(watts/unit.WattsPerHorsepower*10)/10),
			".5",
			"½",
			1,
		) + unit.Space + "HP"
	}
	return unit.Plain(watts/1000) + unit.Space + "kW"
}

// typical is an ordinary four-pole motor of some power for the line's own volts.
func typical(o *Read, watts float64) (Motor, string, bool) {
	s := o.Idler.Site
	t := table.TypicalMotor(watts/1000, 4)
	volts := 230.0
	sync := 30 * s.Supply.Hertz
	r := machine.Rating{
		ShaftWatts:  watts,
		LineVolts:   volts,
		LineAmps:    watts / (math.Sqrt(3) * volts * t.PowerFactor * t.Efficiency),
		PowerFactor: t.PowerFactor,
		RPM:         sync * (1 - typicalSlip(watts)),
		FrequencyHz: s.Supply.Hertz,
		Star:        true,
	}
	m, err := machine.Fit(
		r,
		machine.Targets{LockedAmpsRatio: t.LockedAmpsRatio, LockedTorqueRatio: t.LockedTorqueRatio, X1Share: 0.45,
			FrictionShare: plate.FrictionShare, IronShare: plate.IronShare},
	)
	return Motor{Model: &m, Star: true}, t.Source, err == nil
}

// typicalSlip at plate falls with size: about 5 % at 1 kW, 3 % at 10 kW (guide value).
func typicalSlip(watts float64) float64 {
	return math.Max(0.015, 0.05-0.02*math.Log10(math.Max(1, watts/1000)))
}

// spare reads a motor of the owner's from one line of its plate.
func spare(o *Read, line string) (Motor, bool) {
	s := o.Idler.Site
	p, _ := plate.Read(plate.ReadLine(line).Entry(), s.Supply.Hertz)
	if !p.Complete() {
		return Motor{}, false
	}
	for _, c := range p.Columns {
		if c.Amps == 0 ||
			math.Abs(c.At/s.Supply.Volts-1) > 0.1 && (s.Supply.Volts < c.Volts.Low || s.Supply.Volts > c.Volts.High) {
			continue
		}
		if c.Join == "" {
			c.Join = plate.Star
		}
		targets, _ := p.Targets(c)
		m, err := machine.Fit(p.Rating(c), targets)
		return Motor{Model: &m, Star: c.Join == plate.Star, Parallel: c.Parallel}, err == nil
	}
	return Motor{}, false
}

// tryIdler works one idler out with the machines there are.
func tryIdler(o *Solved, ctx context.Context, idler Motor, largest float64) (IdlerSize, error) {
	var motors []Motor
	for _, m := range o.Street.motors[1:] {
		motors = append(motors, m.Motor)
	}
	s := NewStreet(line(&o.Read), idler, motors...)
	s.SetBackward(o.As.Spun == Backward)
	best, _, err := s.Search(ctx, o.states)
	if err != nil {
		return IdlerSize{}, err
	}
	row := IdlerSize{Grade: finding.Stop, Ratio: unit.Three(idler.Model.ShaftWatts/largest) + " ×"}
	worst := best.Worst
	if !best.OK {
		row.Text = o.Who(worst.Of) + " falls out"
		return row, nil
	}
	s.SetBalance(best.Balance)
	spare, weakest := math.Inf(1), 0
	for i, e := range o.Answer.Each {
		duties := make([]Duty, len(motors))
		duties[i] = Duty{Mode: Standing}
		share := 0.0
		if st := s.Settle(duties); st.Runs {
			share = st.Machines[i].TorqueNm / motors[i].Model.RatedTorqueNm / e.Standing
		}
		if share < spare {
			spare, weakest = share, i
		}
	}
	row.worst = worst.Share
	row.Banks, row.Worst = best.Text(), unit.Percent(worst.Share)
	row.Weakest = o.Who(weakest) + ": " + unit.Three(spare) + " × what stands against it"
	row.Serves = worst.Share <= 1 && spare >= startMargin
	switch {
	case row.Serves:
		row.Grade, row.Text = finding.Good, "serves"
	case spare <= 1:
		row.Text = o.Who(weakest) + " would not start"
	case carries(o, worst) == finding.Stop:
		row.Text = "burns " + o.Who(worst.Of)
	default:
		row.Grade, row.Text = finding.Caution, "with limits"
	}
	return row, nil
}
