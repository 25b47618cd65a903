package formats

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"

	"apodemos/core/brew"
	"apodemos/core/recipe"
)

// The recipe file's name and version.
const (
	RecipeFormat  = "apodemos-recipe"
	RecipeVersion = 1
	// MaxRecipeBytes bounds a recipe file.
	MaxRecipeBytes = 64 << 10
)

// RecipeFile is a person's own recipe as a file.
type RecipeFile struct {
	Format  string        `json:"format" enum:"apodemos-recipe"`
	Version int           `json:"version" minimum:"1" maximum:"1"`
	Recipe  recipe.Recipe `json:"recipe"`
}

// ReadRecipe reads a recipe file, or a recipe alone as a plan's request has it. Its error
// is brew.Problems.
func ReadRecipe(r io.Reader) (recipe.Recipe, error) {
	b, err := io.ReadAll(io.LimitReader(r, MaxRecipeBytes+1))
	if err != nil {
		return recipe.Recipe{}, err
	}
	var head struct {
		Format string `json:"format"`
	}
	if json.Unmarshal(b, &head) == nil && head.Format == "" {
		own, err := brew.DecodeJSON[recipe.Recipe](bytes.NewReader(b), MaxRecipeBytes, "recipe", `{"name": "Mine", "method": "cone", "dose_g": 13, "water_g": 200}`)
		return printed(own), err
	}
	f, err := brew.DecodeJSON[RecipeFile](bytes.NewReader(b), MaxRecipeBytes, "recipe", `{"format": "apodemos-recipe", "version": 1, "recipe": {…}}`)
	switch {
	case err != nil:
		return f.Recipe, err
	case f.Format != RecipeFormat:
		return f.Recipe, brew.Problems{{Field: "format", Value: f.Format, Message: fmt.Sprintf("%q is not a recipe. Choose a file with the format %s", f.Format, RecipeFormat)}}
	case f.Version != RecipeVersion:
		return f.Recipe, brew.Problems{{Field: "version", Value: f.Version, Message: fmt.Sprintf("%d is not known here. Enter %d. A newer file needs a newer Apodemos", f.Version, RecipeVersion)}}
	}
	return printed(f.Recipe), nil
}

// WriteRecipe writes a recipe file.
func WriteRecipe(w io.Writer, r recipe.Recipe) error {
	return indented(w, RecipeFile{RecipeFormat, RecipeVersion, r})
}

func indented(w io.Writer, v any) error {
	e := json.NewEncoder(w)
	e.SetIndent("", "  ")
	e.SetEscapeHTML(false)
	return e.Encode(v)
}
