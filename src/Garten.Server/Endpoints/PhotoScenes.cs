using System.Collections.Concurrent;
using System.Security.Cryptography;
using Garten.Core.Measuring.Photos;
using Garten.Data;
using Garten.Pictures;

namespace Garten.Server.Endpoints;

/// <summary>What lies in the pictures looked at last, so that dragging a point does not look at a whole picture again.</summary>
public sealed class PhotoScenes : IDisposable
{
    private const int KeptScenes = 12;

    private readonly ConcurrentDictionary<string, PhotoScene> _scenes = new();
    private readonly ConcurrentQueue<string> _order = new();

    // One at a time: a picture unpacked takes up to 140 MB.
    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>What lies in a picture that is kept.</summary>
    /// <param name="store">Where it is kept.</param>
    public async Task<PhotoScene> OfAsync(PhotoId id, PhotoStore store, CancellationToken cancel) =>
        await store.PrintAsync(id, cancel) is { } print && _scenes.TryGetValue(print, out var known)
            ? known
            : await LookAsync(await store.ContentAsync(id, cancel), cancel);

    /// <summary>Looks at a picture. What was seen is kept under what the file holds: a number says nothing of what is sent under it.</summary>
    /// <exception cref="PictureException">The file is refused.</exception>
    public async Task<PhotoScene> LookAsync(byte[] file, CancellationToken cancel)
    {
        var id = Convert.ToHexStringLower(SHA256.HashData(file));
        await _turn.WaitAsync(cancel);
        try
        {
            if (_scenes.TryGetValue(id, out var known))
            {
                return known;
            }

            var scene = PhotoScene.Read(PictureReader.Pixels(new MemoryStream(file)));
            _scenes[id] = scene;
            _order.Enqueue(id);
            if (_order.Count > KeptScenes && _order.TryDequeue(out var oldest))
            {
                _scenes.TryRemove(oldest, out _);
            }

            return scene;
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <inheritdoc/>
    public void Dispose() => _turn.Dispose();
}
