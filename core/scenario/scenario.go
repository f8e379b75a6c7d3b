// Package scenario holds the made-up workshops: the only demo and example data
// of the product. Nothing in it exists. A machine appears here once its leads
// can be planned; where its own bridge is not there yet the plan tries a
// capacitor.
package scenario

import (
	"sync"

	"graybridge/core/capacitor"
	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/rotary"
	"graybridge/core/stores"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/wants"
)

// Workshop is a made-up workshop with its jobs.
type Workshop struct {
	Key    string // stable, for renewing the demo
	Set    document.Workshop
	People []string // first name and initial
	Stores []stores.StockItem
	Jobs   []Job
}

// Job is one made-up machine.
type Job struct {
	Key      string
	Document document.Document
}

// TansyLane is the tileworks on 230 V and 50 Hz.
func TansyLane() document.Workshop {
	return document.Workshop{Name: "Tansy Lane Tileworks", Rules: table.Metric, Volts: 230, Hertz: 50,
		Colours:  document.Europe,
		Circuits: "Clay room: 32 A, 6 mm², 18 m",
		Prices: "10 µF 5.10 €\n12 µF 5.60 €\n16 µF 7.20 €\n20 µF 8.40 €\n25 µF 9.00 €\n30 µF 10.20 €\n40 µF 12.50 " +
			"€\n50 µF 17.80 €"}
}

// ColdFord is the co-op on 240 V split-phase and 60 Hz.
func ColdFord() document.Workshop {
	return document.Workshop{
		Name:    "Cold Ford Clay Co-op",
		Rules:   table.NorthAmerica,
		Volts:   240,
		Hertz:   60,
		Colours: document.NorthAmerica,
		// The co-op's own circuit.
		Circuits: "Clay room: 40 A, 8 AWG, building cable, 65 ft",
		Caps:     "small: 2 × 18 AWG to 3 × 14 AWG\nmiddle: 2 × 14 AWG to 4 × 12 AWG\nlarge: 3 × 12 AWG to 5 × 10 AWG",
	}
}

// Workshops lists both with the machines that can be planned.
func Workshops() []Workshop {
	return []Workshop{
		{Key: "tansy-lane", Set: TansyLane(), People: []string{"Odile W.", "Bram T."}, Stores: tansyLaneStores(),
			Jobs: []Job{
				{
					"blunger",
					Blunger(),
				}, {"ball-mill", BallMill()}, {"slip-mixer", SlipMixer()}, {"press-feed", PressFeed()},
				{"turntable", DryingTurntable()},
			}},
		{Key: "cold-ford", Set: ColdFord(), People: []string{"Ansel R."}, Stores: coldFordStores(), Jobs: []Job{
			{
				"clay-room",
				ClayRoom(),
			}, {"jigger-wheel", JiggerWheel()}, {"tile-extruder", TileExtruder()}, {"slab-roller", SlabRoller()},
			{"clay-shredder", ClayShredder()},
		}},
	}
}

// tansyLaneStores is what lies in the tileworks' drawers.
func tansyLaneStores() []stores.StockItem {
	return []stores.StockItem{
		{Kind: stores.Breaker, What: "10 A two-pole, curve C", Count: 2, Price: "9.80 €", Place: "board, spare"},
		{Kind: stores.Breaker, What: "16 A two-pole, curve C", Count: 1, Price: "9.80 €", Place: "board, spare"},
		{Kind: stores.Cable, What: "1.5 mm² three-core and earth, flexible", Count: 22, Price: "1.90 €",
			Place: "reel by the door"},
		{Kind: stores.Contactor, What: "9 A AC-3, coil 230 V", Count: 1, Price: "24.00 €", Place: "drawer 2"},
		{Kind: stores.Gland, What: "M20, 6 to 12 mm", Count: 6, Price: "1.10 €", Place: "drawer 4"},
	}
}

// coldFordStores is what lies in the co-op's.
func coldFordStores() []stores.StockItem {
	return []stores.StockItem{
		{Kind: stores.Capacitor, What: "70 µF 440 V run", Count: 2, Place: "drawer 1"},
		{Kind: stores.Capacitor, What: "50 µF 440 V run", Count: 1, Place: "drawer 1"},
		{Kind: stores.Capacitor, What: "30 µF 440 V run", Count: 2, Place: "drawer 1"},
		{Kind: stores.Capacitor, What: "20 µF 440 V run", Count: 1, Place: "drawer 1"},
		{Kind: stores.Cable, What: "12 AWG cord, 12-4", Count: 8, Place: "hook"},
		{Kind: stores.Cap, What: "middle: 2 × 14 AWG to 4 × 12 AWG", Count: 40, Place: "box"},
	}
}

func tansyLane(name string) document.Document {
	d := document.New(name, TansyLane())
	d.Supply = supply.Entry{Volts: "236", FeederLength: "18 m", FeederSize: "6 mm²", Breaker: "32 A"}
	return d
}

// Which moves there are follows from a document's plan: those with moves are made once.

// moves marks the first n moves of a job as done; n < 0 marks all.
func moves(d *document.Document, n int) {
	p := plan.Make(*d)
	for i, m := range p.Moves {
		if n < 0 || i < n {
			d.Machines[0].Leads.Done = append(d.Machines[0].Leads.Done, m.ID)
		}
	}
}

// Blunger stirs slip on a capacitor, in use for two years.
func Blunger() document.Document { return blunger().Clone() }

var blunger = sync.OnceValue(func() document.Document {
	d := tansyLane("Blunger")
	d.Machines[0].Plate = plate.Entry{
		Power:       "1.1 kW",
		Volts:       "230/400 V",
		Connection:  "Δ/Y",
		Amps:        "4.7/2.7",
		RPM:         "1410",
		Hertz:       "50",
		PowerFactor: "0.79",
		Phases:      "3",
		Insulation:  "F",
		Frame:       "90S",
		Enclosure:   "IP55",
	}
	d.Machines[0].Leads.Found = "U2-V2-W2"
	d.Bridge.Capacitor = capacitor.Entry{Microfarad: "52", CornerTo: "L1"}
	d.Machines[0].Load = load.Entry{
		Does:  "stirs slip",
		Kind:  machine.Fan,
		Share: "65 %",
		Start: load.Free,
		Turn:  load.Clockwise,
	}
	d.Machines[0].Protection = protection.Entry{
		Breaker:   "10 A",
		Conductor: "1.5 mm²",
		Relay:     protection.SupplyLines,
		RelaySet:  "4.9 A",
	}
	moves(&d, -1)
	d.Machines[0].Leads.Ohms = leads.Ohms{Insulation: "85 MΩ", InsulationAt: "19 °C", Tester: leads.Insulation}
	d.Machines[0].Leads.Bumped = "right-L1"
	return d
})

// BallMill turns all night behind a drive that is being wired.
func BallMill() document.Document { return ballMill().Clone() }

var ballMill = sync.OnceValue(func() document.Document {
	d := tansyLane("Ball mill")
	d.Machines[0].Plate = plate.Entry{
		Power:       "0.75 kW",
		Volts:       "230/400 V",
		Connection:  "Δ/Y",
		Amps:        "3.8/2.2",
		RPM:         "925",
		Hertz:       "50",
		PowerFactor: "0.68",
		Phases:      "3",
		Frame:       "90S",
		Insulation:  "F",
	}
	d.Machines[0].Leads.Found = "U2-V2-W2"
	d.Bridge.Kind = document.KindDrive
	d.Bridge.Drive = drive.Entry{
		Profile:      "tarn-22",
		MotorSheave:  "80 mm",
		ToolSheave:   "336 mm",
		ToolDiameter: "500 mm",
		Run:          drive.ThreeWire,
		Speed:        drive.Pot,
		Lid:          "shut",
		EStop:        "yes",
		Cable:        "6 m",
		Done:         []string{"wire:pe-in", "wire:in-L1", "wire:in-L2"},
	}
	d.Machines[0].Load = load.Entry{
		Does:    "grinds glaze",
		Kind:    machine.Constant,
		Share:   "70 %",
		Start:   load.Loaded,
		Turn:    load.Either,
		Inertia: "0.02 kg·m²",
	}
	d.Weigh = wants.Entry{Slowest: "60 %", Hours: "6 h", Price: "0.31 €"}
	moves(&d, -1)
	return d
})

// SlabRoller has a drive that doubles its 120 V and is set by jumpers and trims.
func SlabRoller() document.Document {
	d := coldFord("Slab roller")
	d.Supply = supply.Entry{Volts: "118", FeederLength: "25 ft", FeederSize: "12 AWG", Breaker: "20 A"}
	d.Machines[0].Plate = plate.Entry{
		Power:       "1/2 HP",
		Volts:       "230/460 V",
		Amps:        "2.0/1.0",
		RPM:         "1140",
		Hertz:       "60",
		PowerFactor: "68 %",
		Code:        "H",
		Phases:      "3",
		Frame:       "56",
	}
	d.Machines[0].Leads.Kind, d.Machines[0].Leads.Agreed, d.Machines[0].Leads.Found = leads.NineStar, "plate", "low"
	d.Bridge.Kind = document.KindDrive
	d.Bridge.Drive = drive.Entry{Profile: "ghyll-7", Run: drive.TwoWire, Speed: drive.Pot, Direction: drive.Switch}
	d.Machines[0].Load = load.Entry{
		Does:  "rolls slabs of clay, both ways",
		Kind:  machine.Constant,
		Share: "60 %",
		Start: load.Free,
	}
	return d
}

// PressFeed has a wound field and a controller bought used: its leads are faded, only
// their ohms are known yet.
func PressFeed() document.Document {
	d := tansyLane("Press feed")
	d.Machines[0].Plate = plate.Entry{Power: "0.55 kW", ArmatureVolts: "180 V", ArmatureAmps: "3.9 A",
		FieldVolts: "200 V",
		FieldAmps:  "0.32 A", RPM: "2000", Winding: "shunt", FormFactor: "1.35"}
	d.Machines[0].Leads.Brushed = leads.Brushed{Names: leads.Letters, Count: "4",
		Ohms: "1 2 4.6\n3 4 515\n1 3 open\n1 frame open"}
	d.Machines[0].Load = load.Entry{Does: "pushes clay to the press", Kind: machine.Constant, Share: "65 %",
		Lightest: "20 %",
		Heaviest: "95 %", Start: load.Loaded}
	d.Bridge.Kind = document.KindDC
	d.Bridge.DC = dc.Entry{Controller: "sike-90", SecondHand: "yes", Air: "dust", Cooling: dc.OwnFan,
		StartBy: "buttons"}
	return d
}

// JiggerWheel is a permanent-magnet motor on a controller of its own volts: slow at the
// head by a belt, its trims being set.
func JiggerWheel() document.Document {
	d := coldFord("Jigger wheel")
	d.Supply = supply.Entry{Volts: "119", FeederLength: "30 ft", FeederSize: "12 AWG", Breaker: "20 A"}
	d.Machines[0].Plate = plate.Entry{Power: "¾ HP", ArmatureVolts: "90 V", ArmatureAmps: "7.6 A", RPM: "1800",
		Winding: "permanent magnet", FormFactor: "1.4"}
	d.Machines[0].Leads.Brushed = leads.Brushed{Names: leads.Letters, Count: "2",
		Ohms:   "1 2 1.0\n1 frame open\n2 frame open",
		Locked: "4.4 V 3.2 A\n4.7 V 3.4 A\n4.3 V 3.0 A", Insulation: "40 MΩ",
		Look: []string{"good:length", "good:spring", "good:face", "good:film", "good:bars", "good:mica", "good:dust"}}
	d.Machines[0].Load = load.Entry{Does: "turns plates under a profile", Kind: machine.Constant, Share: "45 %",
		Lightest: "15 %", Heaviest: "80 %", Start: load.Free, Turn: load.Anti, Inertia: "0.006 kg·m²"}
	d.Bridge.Kind = document.KindDC
	d.Bridge.DC = dc.Entry{Controller: "sike-90", Air: "wet", MotorSheave: "40 mm", ToolSheave: "400 mm",
		ToolDiameter: "300 mm",
		Least:        "600 rpm", At: "1200 rpm", Brake: "yes", StopsHour: "20",
		StartBy: "buttons", EStop: "yes", Cable: "3 m",
		Done: []string{"row:JP1", "row:JP2", "row:plug"}}
	return d
}

// SlipMixer is work half done: the flat link is off, one upright link is on.
func SlipMixer() document.Document { return slipMixer().Clone() }

var slipMixer = sync.OnceValue(func() document.Document {
	d := tansyLane("Slip mixer")
	d.Machines[0].Plate = plate.Entry{
		Power:       "0.25 kW",
		Volts:       "230/400 V",
		Connection:  "Δ/Y",
		Amps:        "1.4/0.8",
		RPM:         "1370",
		Hertz:       "50",
		PowerFactor: "0.66",
		Phases:      "3",
		Frame:       "71",
	}
	d.Machines[0].Leads.Found = "U2-V2-W2"
	d.Machines[0].Load = load.Entry{Does: "mixes slip", Kind: machine.Fan, Share: "80 %", Start: load.Free}
	moves(&d, 3)
	return d
})

// DryingTurntable has no bridge at 230 V: the honest answer.
func DryingTurntable() document.Document {
	d := tansyLane("Old drying turntable")
	d.Machines[0].Plate = plate.Entry{
		Power:       "0.55 kW",
		Volts:       "400 V",
		Connection:  "Y",
		Amps:        "1.6",
		RPM:         "900",
		Hertz:       "50",
		PowerFactor: "0.72",
		Phases:      "3",
	}
	d.Machines[0].Leads = leads.Entry{
		Kind:   leads.Three,
		Naming: leads.IEC,
		Found:  "L1-U1; L2-V1; L3-W1",
		Done:   []string{},
	}
	d.Machines[0].Load = load.Entry{
		Does:  "turns ware while it dries",
		Kind:  machine.Constant,
		Share: "30 %",
		Start: load.Free,
	}
	return d
}

func coldFord(name string) document.Document {
	d := document.New(name, ColdFord())
	d.Supply = supply.Entry{Volts: "240", FeederLength: "65 ft", FeederSize: "8 AWG", Breaker: "40 A"}
	d.Machines[0].Leads.Naming = leads.T
	return d
}

// PugMill has nine leads in star, found on the high joints; as a job of its own it is
// weighed on a capacitor. In the workshop it stands on the clay room's converter.
func PugMill() document.Document {
	d := coldFord("Pug mill")
	d.Machines[0].Plate = plate.Entry{
		Power:         "3 HP",
		Volts:         "208-230/460 V",
		Amps:          "9.0-8.2/4.1",
		RPM:           "1760",
		Hertz:         "60",
		PowerFactor:   "78 %",
		ServiceFactor: "1.15",
		Code:          "J",
		Phases:        "3",
		Frame:         "182T",
	}
	box := &d.Machines[0].Leads
	box.Kind, box.Agreed, box.Found, box.Gauge = leads.NineStar, "plate", "high", "14 AWG"
	d.Machines[0].Load = load.Entry{
		Does:     "presses clay through a barrel",
		Kind:     machine.Constant,
		Share:    "60 %",
		Heaviest: "120 %",
		Start:    load.Free,
		Turn:     load.Clockwise,
		ShownBy:  "arrow cast into the gearbox",
		Forbids:  "backward the screw pulls the clay into its bearing",
	}
	return d
}

// ClayRoom is one idler with the pug mill and the clay crusher on it: rope-started, its
// balance cans not chosen yet, the crusher only when the pug mill is off.
func ClayRoom() document.Document {
	d := coldFord("Clay room converter")
	pug := PugMill().Machines[0]
	pug.ID, pug.Name = "m2", "Pug mill"
	idler := &d.Machines[0]
	idler.Name, idler.Role = "Idler", document.Idler
	idler.Plate = plate.Entry{Power: "7½ HP", Volts: "208-230/460 V", Amps: "21-19/9.5", RPM: "1755", Hertz: "60",
		Efficiency: "89.5 %", ServiceFactor: "1.15", Code: "H", Phases: "3"}
	idler.Leads.Kind, idler.Leads.Agreed, idler.Leads.Found = leads.NineStar, "plate", "low"
	idler.Load = load.Entry{Kind: machine.NoLoad, Start: load.Free}
	crusher := document.Machine{ID: "m3", Name: "Clay crusher",
		Plate: plate.Entry{Power: "1½ HP", Volts: "208-230/460 V", Amps: "4.9-4.6/2.3", RPM: "1750", Hertz: "60",
			PowerFactor: "77 %", Code: "J", Phases: "3", Frame: "145T"},
		Leads: leads.Entry{Kind: leads.NineStar, Naming: leads.T, Agreed: "plate", Found: "low", Done: []string{}},
		Load:  load.Entry{Does: "crushes dry clay", Kind: machine.Constant, Share: "70 %", Start: load.Loaded}}
	d.Machines = append(d.Machines, pug, crusher)
	d.Bridge = document.Bridge{
		Kind: document.KindRotary,
		Rotary: rotary.Entry{Drawer: "2×70, 50, 2×30, 20", Spun: rotary.Forward, StartBy: rotary.ByRope,
			Controls: rotary.OnLines, Apart: []string{"m2+m3"}},
	}
	return d
}

// TileExtruder has nine leads without marks: its continuity round is done, the
// starts and finishes are not found yet.
func TileExtruder() document.Document {
	d := coldFord("Tile extruder")
	d.Machines[0].Plate = plate.Entry{
		Power:         "5 HP",
		Volts:         "230/460 V",
		Amps:          "13.2/6.6",
		RPM:           "1750",
		Hertz:         "60",
		PowerFactor:   "80 %",
		ServiceFactor: "1.15",
		Code:          "H",
		Phases:        "3",
		Frame:         "184T",
	}
	d.Machines[0].Leads.Kind = leads.NineDelta
	d.Machines[0].Leads.Round = leads.Round{
		Tags:     "9",
		Zero:     "0.2",
		LowVolts: "12",
		Touches: "1 2 open\n1 3 1.1\n1 4 open\n1 5 open\n1 6 open\n1 7 open\n1 8 2.0\n3 8 1.1\n2 4 open\n2 5 " +
			"1.1\n2 9 1.1\n5 9 2.0\n4 6 1.1\n4 7 2.0\n6 7 1.1\n1 frame open",
	}
	d.Bridge.Kind = document.KindDrive
	d.Bridge.Drive = drive.Entry{Profile: "fell-40"}
	d.Weigh = wants.Entry{Slowest: "40 %"}
	d.Machines[0].Load = load.Entry{
		Does:  "pushes tiles through a die",
		Kind:  machine.Constant,
		Share: "70 %",
		Start: load.Loaded,
	}
	return d
}

// ClayShredder has twelve leads on the high joints; its bridge is to be
// weighed.
func ClayShredder() document.Document {
	d := coldFord("Clay shredder")
	d.Machines[0].Plate = plate.Entry{
		Power:       "7½ HP",
		Volts:       "230/460 V",
		Connection:  "Δ",
		Amps:        "20/10",
		RPM:         "1745",
		Hertz:       "60",
		PowerFactor: "82 %",
		Code:        "G",
		Phases:      "3",
		Frame:       "213T",
	}
	box := &d.Machines[0].Leads
	box.Kind, box.Agreed, box.Found = leads.Twelve, "plate", "delta high"
	d.Machines[0].Load = load.Entry{Does: "shreds dry clay", Kind: machine.Constant, Share: "75 %", Start: load.Loaded}
	return d
}
