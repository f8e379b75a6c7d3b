package weigh

import (
	"cmp"
	"context"
	"maps"
	"math"
	"slices"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/rotary"
	"graybridge/core/stores"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// ConverterOf works the column of the rotary converter out for the first machine of a
// document, and puts it into a weighing of the same document: the smallest idler of the
// stores or of the standard sizes that serves, each with its own best banks. tell hears of
// each idler tried; the error is the context's.
func ConverterOf(ctx context.Context, d document.Document, of Weighing, tell func(tried string)) (Weighing, error) {
	i := slices.IndexFunc(of.Columns, func(c Column) bool { return c.Kind == document.KindRotary && c.Waits })
	if i < 0 {
		return of, nil
	}
	w, err := newWeigher(ctx, d)
	if err != nil {
		return of, err
	}
	t, err := w.converter(tell)
	if err != nil {
		return of, err
	}
	out := of
	out.Columns, out.On = slices.Clone(of.Columns), maps.Clone(of.On)
	c := w.notFor(document.KindRotary, noIdlerServes)
	if !w.reached() {
		c = w.notFor(document.KindRotary, noReachOnLine)
	}
	if t != nil {
		c = w.column(t)
		c.May = w.may(document.KindRotary)
		out.On[document.KindRotary] = w.wanted(t.doc)
	}
	c.Chosen = of.Columns[i].Chosen
	out.Columns[i] = c
	out.Conclude()
	out.Changes = w.changes(&out)
	return out, ctx.Err()
}

// converter finds the idler; nil where none can be computed.
func (w *weigher) converter(tell func(tried string)) (best *trial, err error) {
	if w.whole.Bridge.Kind == document.KindRotary && slices.ContainsFunc(w.whole.Machines,
		func(m document.Machine) bool { return m.Role == document.Idler }) {
		tell(yourConverter)
		return w.try(w.whole)
	}
	if !w.reached() {
		return nil, nil
	}
	last := 3
	for _, m := range w.idlers() {
		d := w.on(document.KindRotary)
		d.Machines = append(d.Machines, m)
		t, err := w.try(d)
		if err != nil {
			return nil, err
		}
		if t, err = w.fed(t); err != nil {
			return nil, err
		}
		on, ok := t.Bridge().(rotary.Installed)
		if !ok || on.Answer == nil || on.Planned() < 0 {
			continue
		}
		stops, cautions := t.counts()
		tell(triedIdler(m.Name, stops, cautions))
		if best == nil || t.improves(best) {
			best = t
		}
		if stops == 0 {
			if cautions == 0 {
				break
			}
			if last--; last == 0 { // larger ones hardly help
				break
			}
		}
	}
	return best, nil
}

// idlers are the motors that could be one: those of the stores, which cost nothing, and then the
// standard sizes; the smallest first.
func (w *weigher) idlers() (out []document.Machine) {
	type sized struct {
		watts float64
		m     document.Machine
	}
	var all []sized
	own := w.line.Plate.ShaftWatts
	standard := rotary.StandardWatts(w.doc.Workshop.Rules == table.NorthAmerica)
	most := math.Max(5*own, standard[0]) // the smallest motor has one too
	id := "idler"
	add := func(watts float64, name string, p plate.Entry, kind leads.Kind) {
		if watts < 0.6*own || watts > most {
			return
		}
		m := document.Machine{ID: id, Name: name, Role: document.Idler, Plate: p}
		m.Leads = leads.Entry{Kind: kind, Naming: w.doc.Machines[0].Leads.Naming, Agreed: "plate", Done: []string{}}
		if kind == leads.Six {
			m.Leads.Agreed = ""
		}
		all = append(all, sized{watts, m})
	}
	for _, item := range w.doc.Workshop.Stores {
		if item.Kind != stores.Motor || item.Free < 1 {
			continue
		}
		e := plate.ReadLine(item.What).Entry()
		p, _ := plate.Read(e, w.doc.Workshop.Hertz)
		if p.Complete() {
			add(p.ShaftWatts, item.What+", from the stores", e, kindFor(w.doc.Workshop.Rules))
		}
	}
	slices.SortStableFunc(all, func(a, b sized) int { return cmp.Compare(a.watts, b.watts) })
	for _, watts := range standard {
		e, name := plate.Usual(watts, 4, w.doc.Workshop.Rules, w.doc.Workshop.Hertz)
		add(watts, name+" idler, four poles", e, kindFor(w.doc.Workshop.Rules))
	}
	for _, s := range all {
		out = append(out, s.m)
	}
	return out
}

// kindFor is how an ordinary motor's leads are brought out.
func kindFor(rules table.Rules) leads.Kind {
	if rules == table.NorthAmerica {
		return leads.NineStar
	}
	return leads.Six
}

// onRotary are the cells of a converter.
func (w *weigher) onRotary(c *Column, t *trial, on rotary.Installed) {
	c.Best = noneFits
	i := on.Planned()
	a := on.Answer
	if a == nil || i < 0 || i >= len(a.Each) || on.Idler == nil {
		return
	}
	mark := on.Mark()
	c.Best = on.Idler.Name + ", " + a.Balance.Text()
	s := on.Member().Site
	if !w.brief {
		w.converterAhead(c, t, on.Idler.ID)
	}
	if n := len(on.Machines); n > 1 {
		if cell := c.Cell(Parts); cell != nil {
			cell.Notes = append(cell.Notes, serves(n))
		}
	}
	felt := func(part rotary.Part) float64 {
		worst := 0.0
		for _, o := range a.Occasions {
			if o.Part != part || !slices.Contains(o.Running, i) || !o.State.Runs {
				continue
			}
			_, own := o.State.Machines[i].Worst()
			_, idler := o.State.Idler.Worst()
			worst = math.Max(worst, math.Max(own, idler))
		}
		return worst
	}
	alone := a.Each[i].Alone
	_, usual := alone.Idler.Worst()
	if alone.Runs {
		_, own := alone.Machines[i].Worst()
		usual = math.Max(usual, own)
	}
	usual = math.Max(usual, felt(rotary.Usual))
	light, heavy := felt(rotary.Lightest), felt(rotary.Heaviest)
	if light == 0 { // a load that does not vary has one state
		light = usual
	}
	if heavy == 0 {
		heavy = usual
	}
	c.Put(windingsCell(light, usual, heavy, a.OK, mark))
	full := "all day"
	if a.Each[i].Continuous < 1 {
		full = notForGood(a.Each[i].Continuous)
	}
	c.Put(Cell{Row: FullLoad, Text: full, Mark: mark})
	rpm := s.Plate.RPM
	if alone.Runs {
		rpm = alone.Machines[i].RPM
		shaft := math.Max(0, alone.Machines[i].TorqueNm-s.Model.FrictionNm) * rpm * math.Pi / 30
		w.energy(c, alone.Watts, shaft, mark)
	}
	w.oneSpeed(c, rpm, bothByRotarySwitch, otherByTwoLeads)
	ratio := on.Idler.Site.Plate.ShaftWatts / s.Plate.ShaftWatts
	wanted := 1.25
	if s.Load.StartShare() > 0.5 {
		wanted = 1.5
	}
	c.Schools = append(c.Schools, School{Name: "Idler by its size", Says: ratioSchool(wanted),
		Ours: hasRatio(ratio, a.Each[i].Continuous), Grade: gradeAtLeast(ratio, wanted)},
		School{Name: "Plain idler", Says: plainSchool, Ours: plainFeels(a.Plain.Worst.Share),
			Grade: gradeAtLeast(1, a.Plain.Worst.Share)})
}

// converterAhead adds what the converter itself asks: its plan is that of its idler.
func (w *weigher) converterAhead(c *Column, t *trial, idler string) {
	ahead, err := w.try(t.doc.Of(idler))
	if err != nil {
		return
	}
	own := Column{Kind: document.KindRotary}
	w.guard(&own, ahead)
	w.parts(&own, t, ahead)
	for _, row := range []Row{Guard, Licensed, Parts} {
		from, into := own.Cell(row), c.Cell(row)
		if from == nil || into == nil {
			continue
		}
		if row == Guard {
			into.Text = forConverter(from.Text, into.Text)
		} else {
			into.Text, into.Notes = from.Text, from.Notes
		}
	}
}

// noneColumn is the column of none of the bridges, with nothing in it.
func noneColumn() Column {
	return Column{Kind: None, Name: plan.TitleOf(None), Grade: finding.Note, Cells: []Cell{},
		Schools: []School{}, Verdict: whatIsLeft}
}

// noneForBrushed is what is left for a brushed motor.
func (w *weigher) noneForBrushed() Column {
	c := noneColumn()
	c.Ways = append(c.Ways, Way{Title: "Another motor",
		Text:  otherForDirect(unit.Text(w.direct.Site.Direct.ShaftWatts/1000, "kW")),
		Needs: otherForDirectNeeds, Why: []finding.Why{}})
	return c
}

// none is what is left for a three-phase motor; driven is the drive that comes nearest, nil where
// none could be weighed.
func (w *weigher) none(driven *trial) (Column, error) {
	c := noneColumn()
	s := w.line
	p := &s.Plate
	va := 0.0
	if m := s.Model; m != nil {
		va = math.Sqrt(3) * m.LineVolts * m.LineAmps
	}
	for _, f := range s.Said { // what can be done at the motor itself, where its bay knows something
		if f.ID == finding.LeadsUnreachable && f.Detail != "" {
			c.Ways = append(c.Ways, Way{Title: "What its joints allow", Text: f.Detail, Needs: atTheMotorNeeds,
				Why: []finding.Why{}})
		}
	}
	if !w.reached() && len(p.Columns) > 0 {
		least := math.Inf(1)
		for _, col := range p.Columns {
			least = math.Min(least, col.At)
		}
		behind, err := w.behindStep(least, va)
		if err != nil {
			return c, err
		}
		c.Ways = append(c.Ways, Way{Title: "A transformer", Text: transformerText(s.Supply.Volts, least) + behind,
			Needs: transformerNeeds(1.25 * va), Why: []finding.Why{{Formula: "1.25 × √3·V·I of the plate (guide value)",
				Numbers: "1.25 × " + unit.Whole(va, "VA"), Source: "plate", Estimated: true}}})
	}
	single, source, _ := table.SinglePhaseAmps(p.ShaftWatts/unit.WattsPerHorsepower, s.Supply.Nominal)
	if name, amps := tooSmall(driven); amps != nil { // the drives that are known here: another may have them
		c.Ways = append(c.Ways, Way{Title: "A larger drive", Text: largerDrive(name, amps.Have),
			Needs: largerDriveNeeds(amps.Need),
			Why: []finding.Why{{Formula: "output amps ≥ rated amps in the joints it feeds",
				Numbers: unit.Text(amps.Need, "A"), Source: "plate"}}})
	}
	c.Ways = append(c.Ways, Way{Title: "Another motor", Text: otherMotorText(w.doc.Machines[0].Plate.Power,
		w.doc.Workshop.Rules, w.reached()),
		Needs: otherMotorNeeds(w.doc.Machines[0].Plate.Frame), Why: []finding.Why{}})
	way := Way{Title: "A single-phase motor", Text: singleText, Needs: singleNeeds(single), Why: []finding.Why{}}
	if single > 0 {
		way.Why = append(way.Why, finding.Why{Formula: "table amps of a single-phase motor", Source: source,
			Numbers: unit.Text(single, "A"), Estimated: true})
	}
	c.Ways = append(c.Ways, way, Way{Title: "A three-phase supply", Text: supplyText,
		Needs: supplyNeeds(va), Why: []finding.Why{{Formula: "√3·V·I", Numbers: unit.Whole(va, "VA"),
			Source: "plate"}}})
	return c, nil
}

// behindStep says what a run capacitor does behind a transformer up to some volts: planned, not told by rule. Empty
// where no transformer is large enough.
func (w *weigher) behindStep(volts, va float64) (string, error) {
	step, ok := w.line.Supply.StepCure(volts, va)
	if !ok {
		return "", nil
	}
	d := w.on(document.KindCapacitor)
	d.Supply.Transformer, d.Bridge.Capacitor.Microfarad = step.Value, ""
	t, err := w.atBest(d)
	if err != nil {
		return "", err
	}
	return behindTransformer(step.Value, w.column(t).Grade), nil
}

// tooSmall is a drive that is stopped and has too few amps for its motor; nil where it has enough.
func tooSmall(t *trial) (name string, amps *drive.Weighed) {
	if t == nil {
		return "", nil
	}
	on, ok := t.Bridge().(drive.Installed)
	if stops, _ := t.counts(); !ok || stops == 0 || on.Weighed == nil || on.Weighed.Have >= on.Weighed.Need {
		return "", nil
	}
	return on.Profile.Name, on.Weighed
}

// notFor is the column of a bridge that cannot be for this motor.
func (w *weigher) notFor(kind, why string) Column {
	c := Column{Kind: kind, Name: plan.TitleOf(kind), Best: noneFits, Schools: []School{}, Cells: []Cell{}}
	c.Put(Cell{Row: Cannot, Text: "not for this motor", Mark: finding.Computed})
	c.Against(Cannot, &finding.Finding{Grade: finding.Stop, Sentence: why})
	c.Settle()
	c.Verdict = verdictOf(&c)
	return c
}
