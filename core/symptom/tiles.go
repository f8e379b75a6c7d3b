package symptom

import "graybridge/core/complaint"

// Tile is something that an owner may say, in his words, with others that mean the same.
type Tile struct {
	ID    string   `json:"id"`
	Text  string   `json:"text"`
	Words []string `json:"words" nullable:"false"`
}

// Words are what may be said: of danger, and of what the machine does.
type Words struct {
	Danger []Tile `json:"danger" nullable:"false"`
	Tiles  []Tile `json:"tiles" nullable:"false"`
}

// Spoken is what may be said.
func Spoken() Words {
	w := Words{Danger: dangerTiles, Tiles: []Tile{}}
	for _, s := range complaint.Sayings {
		w.Tiles = append(w.Tiles, spoken[s])
	}
	return w
}
