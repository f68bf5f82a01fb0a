/// The rise chart: silhouettes of every n-th frame over the picture.
package ashfall.desk.rise;
